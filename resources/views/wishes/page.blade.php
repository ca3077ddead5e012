<x-layout title="Wish lists">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-1">Wish lists <x-help of="Wish lists" key="wishes" /></h1>
        <p class="soft max-w-[75ch] mb-3">Names of what you would like to have. Every version of the game and every loader is
            tried, and says how much of it holds together there, and what stands in the way of the rest. Write the names below, or <a
                class="link underline" href="{{ route('find.all') }}">mark them in the depots</a>.</p>
        @if ($lists->isNotEmpty())
            <x-table :columns="['List' => '', 'Game' => '', 'Wishes' => '', 'Changed' => '']" :numbers="['Wishes']" acts="90px">
                @foreach ($lists as $list)
                    <tr data-row tabindex="-1">
                        <td><a class="font-medium hover:underline" data-open
                                href="{{ route('wishes.show', $list) }}">{{ $list->name }}</a></td>
                        <td>{{ $games[$list->game] ?? $list->game }}</td>
                        <td class="num ver">{{ count($list->lines) }}</td>
                        <td class="soft">{{ $list->updated_at->diffForHumans() }}</td>
                        <td class="text-right">
                            <form method="post" action="{{ route('wishes.destroy', $list) }}" class="inline">@csrf @method('delete')<button
                                    class="link" aria-label="Take away {{ $list->name }}">Take away</button></form>
                        </td>
                    </tr>
                @endforeach
            </x-table>
            <h2 class="mt-6 mb-1">Another one</h2>
        @endif
        <form method="post" action="{{ route('wishes.store') }}" class="drop">@csrf
            <div class="acts" style="justify-content: flex-start">
                <label for="name" class="font-medium">Call it</label>
                <input type="text" id="name" name="name" maxlength="80" required value="{{ old('name') }}">
                <label for="game" class="font-medium">for</label>
                <select id="game" name="game">
                    @foreach ($games as $id => $name)
                        <option value="{{ $id }}" @selected(old('game') === (string) $id)>{{ $name }}</option>
                    @endforeach
                </select>
            </div>
            <label for="text" class="block mt-3 font-medium">Names, one on each line</label>
            <textarea id="text" name="text" rows="8" maxlength="60000" required spellcheck="false"
                class="ver w-full">{{ old('text') }}</textarea>
            <div class="acts mt-3" style="justify-content: flex-start"><button class="btn main-act">Where could these live?</button></div>
            <p class="soft mt-2">Misspelled names are taken for what is most alike; you see what each was taken for.</p>
        </form>
    </main>
</x-layout>
