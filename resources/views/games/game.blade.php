@php($game = $page->game)
<x-layout :title="$game->name" :waits="$installs->contains('state', App\Installs\InstallState::Reading)">
    <main class="plain" id="main">
        <p class="soft mt-6"><a class="link underline" href="{{ route('games') }}">Games</a></p>
        <h1 class="text-2xl mb-1">{{ $game->name }}</h1>
        <p class="max-w-[75ch]">{{ $game->summary }}</p>
        <p class="soft mt-1">{{ $page->from() }}. {{ $page->versions() }}{{ $game->hasRuntime()
            ? "; runs on {$game->runtimeName} " . implode(', ', $game->runtimes) : '' }}.
            <a class="link underline" href="{{ route('games.document', $game->id) }}">Save the
                definition</a> <a class="link underline"
                href="{{ route('games.workbench', ['game' => $game->id]) }}">{{ $page->taught ? 'Change it'
                    : 'Begin another with it' }}</a></p>
        @include('games.next')
        @include('games.installs')
        <h2 class="mt-5 mb-1" id="launch">How it is launched</h2>
        @include('games.launch', ['launch' => $page->launch])
        @if ($page->waits)
            <form method="post" action="{{ route('games.agree', $game->id) }}" class="mt-2">@csrf<input type="hidden" name="command"
                    value="{{ $page->launch->agreement->digest() }}">
                <p class="warn mb-2">Nobody has agreed to this command. It is run as you, with what stands in braces put in.</p>
                <button class="btn main-act">I have seen it; it may be run</button>
            </form>
        @elseif ($page->taught)
            <p class="soft">You have agreed to this command. Another one would wait for your word again.</p>
        @endif
        <h2 class="mt-5 mb-1">Where files go</h2>
        <table class="grid-table plain" style="max-width: 420px">
            <thead class="sr-only">
                <tr>
                    <th>Kind</th>
                    <th>Folder</th>
                </tr>
            </thead>
            @foreach ($game->places as $kind => $place)
                <tr>
                    <td>{{ strtr($kind, '-', ' ') }}</td>
                    <td class="ver">{{ $place->folder }}{{ $place->words() }}</td>
                </tr>
            @endforeach
        </table>
        @foreach ($game->merges() as $merge)
            <h2 class="mt-5 mb-1">Merged into its own archive</h2>
            <p class="soft max-w-[75ch]">{{ implode(' and ', $merge->versions) }} read no folder of mods. They are merged into <span
                    class="ver">{{ $merge->archive }}</span>: computed anew each time from the game's own, which has to be brought once
                and is never written.</p>
            @foreach ($merge->versions as $version)
                <form method="post" action="{{ route('games.archive', $game->id) }}" enctype="multipart/form-data" class="acts py-1"
                    style="justify-content: flex-start" x-data="largeFile('{{ route('incoming') }}')" @submit="go($event)">@csrf
                    <input type="hidden" name="version" value="{{ $version }}">
                    <label for="archive-{{ $version }}" class="ver">{{ $version }}</label>
                    @isset($archives[$version])
                        <span class="good">{{ $archives[$version]->name }}, {{ App\View\Bytes::words((int) $archives[$version]->size) }}, is
                            here</span>
                    @else
                        <span class="warn">is not here yet</span>
                    @endisset
                    <input type="file" id="archive-{{ $version }}" name="file" accept=".jar,.zip"><button class="btn">Bring it</button>
                    <span class="soft" role="status" x-text="words"></span>
                </form>
            @endforeach
        @endforeach
        <h2 class="mt-5 mb-1">What it makes of a file</h2>
        <form method="post" action="{{ route('games.try', $game->id) }}" enctype="multipart/form-data" class="acts"
            style="justify-content: flex-start">@csrf
            <label for="file" class="sr-only">An archive</label><input type="file" id="file" name="file" required>
            <button class="btn">Read it</button>
        </form>
        @if ($page->described)
            <p class="mt-2" role="status"><b>{{ $page->described->name ?: $page->described->id }}</b> <span
                    class="ver">{{ $page->described->version }}</span>, {{ $page->described->kind->word(1) }}, as its
                {{ $page->described->descriptor }} says. Its id is <span class="ver">{{ $page->described->id }}</span>.</p>
            <ul class="mt-1">
                @foreach (array_slice($page->relations(), 0, 60) as $line)
                    <li class="ver">{{ $line }}</li>
                @endforeach
            </ul>
            @if (count($page->relations()) > 60)
                <p class="soft">and {{ count($page->relations()) - 60 }} more</p>
            @endif
        @elseif ($page->why !== '')
            <p class="mt-2 warn" role="status">{{ $page->why }}</p>
        @endif
        @if ($page->taught)
            <form method="post" action="{{ route('games.destroy', $game->id) }}" class="mt-6">@csrf @method('delete')<button
                    class="link">Forget this game</button></form>
        @endif
    </main>
</x-layout>
