<x-layout title="A folder from elsewhere">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-1">A folder from elsewhere</h1>
        <p class="soft max-w-[75ch] mb-3">An instance that was put together by hand or by another program. It is read here and never
            changed:
            its game and version, its loader, every archive in it, its configs and worlds.</p>
        <form method="post" action="{{ route('imports.store') }}">@csrf
            <x-folder-field label="Folder" button="Read it">
                <label for="is" class="soft">for</label>
                <select id="is" name="is">
                    <option value="">what it says itself</option>
                    @foreach ($games as $game)
                        <optgroup label="{{ $game->name }}">
                            @foreach (array_reverse($game->versions) as $version)
                                <option value="{{ $game->id }} {{ $version->version }}"
                                    @selected(old('is', request()->query('is')) === $game->id . ' ' . $version->version)>{{ $game->name }}
                                    {{ $version->version }}</option>
                            @endforeach
                        </optgroup>
                    @endforeach
                </select>
            </x-folder-field>
        </form>
        <p class="soft mt-2">An archive of a folder can be dropped on <a class="link underline" href="{{ route('shelf') }}">your shelf</a>,
            and read from there.</p>
        <h2 class="mt-6 mb-1">An instance that was kept whole</h2>
        <form method="post" action="{{ route('wholes.receive') }}" enctype="multipart/form-data" class="acts"
            style="justify-content: flex-start" x-data="largeFile('{{ route('incoming') }}')" @submit="go($event)">@csrf
            <label for="whole-file" class="soft">Its archive</label>
            <input type="file" id="whole-file" name="file" accept=".zip">
            <label for="called" class="soft">called</label>
            <input type="text" id="called" name="called" maxlength="80" class="w-44" value="{{ old('called') }}"
                placeholder="as the file is"><button class="btn">Make it again</button>
            <span class="soft" role="status" x-text="words"></span>
        </form>
        @if ($wholes->isNotEmpty())
            <x-wholes :wholes="$wholes" />
        @endif
        @if ($imports->isNotEmpty())
            <h2 class="mt-6 mb-1">Read before</h2>
            <x-table :columns="['Folder' => '', 'What became of it' => '', 'When' => '']">
                @foreach ($imports as $one)
                    <tr data-row tabindex="-1">
                        <td><a class="font-medium hover:underline" data-open
                            href="{{ route('imports.show', $one) }}">{{ $one->source }}</a></td>
                        <td>
                            @if ($one->instance)
                                <a class="link underline"
                                    href="{{ route('instances.show', $one->instance) }}">{{ $one->instance->name }}</a>
                            @else
                                <span class="{{ $one->problem ? 'bad' : 'soft' }}">{{ $one->problem
                                    ?? 'Read, and nothing made of it yet' }}</span>
                            @endif
                        </td>
                        <td class="soft">{{ $one->created_at->diffForHumans() }}</td>
                    </tr>
                @endforeach
            </x-table>
        @endif
    </main>
</x-layout>
