<x-layout title="Hand-offs">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-1">Hand-offs <x-help of="Hand-offs" key="hand-offs" /></h1>
        <p class="soft max-w-[75ch] mb-3">What a friend has copied from an instance of theirs. It becomes an instance of yours with the same
            releases, as far as the depots here have them.</p>
        <form method="post" action="{{ route('hand-offs.store') }}" enctype="multipart/form-data" class="drop" x-data="drop"
            @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="take($event)" :class="over && 'over'">@csrf
            <label for="text" class="font-medium">Paste it here</label>
            <textarea id="text" name="text" rows="5" maxlength="2000000" spellcheck="false" class="ver w-full">{{ old('text') }}</textarea>
            <label for="file" class="font-medium block mt-2">or drop its file, or choose it</label>
            <input type="file" id="file" name="file" x-ref="file" accept=".json,.zip">
            <div class="acts mt-3" style="justify-content: flex-start"><button class="btn main-act">See what it is</button></div>
        </form>
        @include('hand-off.sets')
        @if ($given->isNotEmpty())
            <h2 class="mt-6 mb-1">Came before</h2>
            <x-table :columns="['Hand-off' => '', 'When' => '']" acts="90px">
                @foreach ($given as $one)
                    <tr data-row tabindex="-1">
                        <td><a class="font-medium hover:underline" data-open
                                href="{{ route('hand-offs.show', $one) }}">{{ $one->name }}</a></td>
                        <td class="soft">{{ $one->created_at->diffForHumans() }}</td>
                        <td class="text-right">
                            <form method="post" action="{{ route('hand-offs.destroy', $one) }}" class="inline">@csrf
                                @method('delete')<button class="link" aria-label="Take away {{ $one->name }}">Take away</button></form>
                        </td>
                    </tr>
                @endforeach
            </x-table>
        @endif
    </main>
</x-layout>
