<x-layout :title="$list->name">
    <main class="plain" id="main" style="max-width: none">
        <p class="soft mt-6"><a class="link underline" href="{{ route('wishes') }}">Wish lists</a></p>
        <h1 class="text-2xl mb-1">{{ $page->question() }}</h1>
        <p class="soft">{{ $list->name }}</p>
        <x-move-grid :page="$page" :address="route('wishes.show', $list)" />
        <h2 class="mt-8 mb-1">What is wished for</h2>
        <x-table :columns="['As written' => '', 'Taken for' => '', 'It may also be' => '']">
            @foreach ($list->lines as $line)
                <tr data-row tabindex="-1">
                    <td class="ver">{{ $line['text'] }}</td>
                    <td class="{{ $line['id'] === null ? 'warn' : '' }}">{{ $line['id'] === null ? 'Nothing is called like that'
                        : $line['name'] }}</td>
                    <td class="soft">{{ implode(', ', array_column($line['others'], 'name')) }}</td>
                </tr>
            @endforeach
        </x-table>
        <p class="mt-3"><a class="link" href="{{ route('find.all', ['list' => $list]) }}">Mark more in the depots</a></p>
        <details class="mt-2" @if ($errors->any()) open @endif>
            <summary class="link">Change the list</summary>
            <form method="post" action="{{ route('wishes.update', $list) }}" class="drop mt-2">@csrf
                <label for="name" class="font-medium">Call it</label>
                <input type="text" id="name" name="name" maxlength="80" required value="{{ old('name', $list->name) }}">
                <label for="text" class="block mt-3 font-medium">Names, one on each line</label>
                <textarea id="text" name="text" rows="10" maxlength="60000" required spellcheck="false"
                    class="ver w-full">{{ old('text', implode("\n", array_column($list->lines, 'text'))) }}</textarea>
                <div class="acts mt-3" style="justify-content: flex-start"><button class="btn">Keep it so</button></div>
            </form>
        </details>
    </main>
</x-layout>
