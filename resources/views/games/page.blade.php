<x-layout title="Games">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-1">Games</h1>
        <p class="soft max-w-[75ch] mb-3">A game is known by its definition, which is data: its versions, loaders and runtime, where files
            go, how
            archives say what they are, how it is launched and what its log means.</p>
        <x-table :columns="['Game' => '', 'Versions' => '', 'Where its definition is from' => '', 'Instances' => '']"
            :numbers="['Instances']">
            @foreach ($pages as $page)
                <tr data-row tabindex="-1">
                    <td><a class="font-medium hover:underline" data-open
                            href="{{ route('games.show', $page->game->id) }}">{{ $page->game->name }}</a></td>
                    <td>{{ $page->versions() }}</td>
                    <td>{{ $page->from() }} @if ($page->waits)
                            <span class="warn">waits for your word before it is launched</span>
                        @endif
                    </td>
                    <td class="num ver">{{ $page->instances ?: '' }}</td>
                </tr>
            @endforeach
        </x-table>
        @foreach ($unusable as $one)
            <div class="mt-3 max-w-[75ch]">
                <p class="break-words"><b>{{ $one->id }}</b> <span class="bad">is not used any more.</span>
                    {{ $one->problem }} What was made with it is kept as it is. Put the definition right and teach it again.</p>
                <details>
                    <summary class="link">Its definition</summary>
                    <pre class="ver break-words" style="white-space: pre-wrap">{{ $one->document }}</pre>
                </details>
                <x-act :action="route('games.destroy', $one->id)" :fields="['_method' => 'delete']"
                    :label="'Forget ' . $one->id">Forget it</x-act>
            </div>
        @endforeach
        <h2 class="mt-6 mb-1">Runtimes of this machine</h2>
        @if ($runtimes === [])
            <p class="soft max-w-[75ch]">None was found in the usual places or in PATH. Games that bring their own need none; a folder with
                one
                can be named in <span class="ver">STASIMON_RUNTIMES</span>.</p>
        @else
            <x-table :columns="['Runtime' => '', 'Version' => '', 'Made by' => '', 'Where' => '']" headless>
                @foreach ($runtimes as $one)
                    <tr>
                        <td>{{ ['java' => 'Java', 'dotnet' => '.NET'][$one->kind] ?? $one->kind }} {{ $one->major() }}</td>
                        <td class="ver">{{ $one->version }}</td>
                        <td>{{ $one->vendor }}{{ $one->bits ? ($one->vendor === '' ? '' : ', ').$one->bits.' bits' : '' }}</td>
                        <td class="ver">{{ $one->program }}</td>
                    </tr>
                @endforeach
            </x-table>
        @endif
        <h2 class="mt-6 mb-1">Teach a game</h2>
        <p class="mb-2"><a class="link underline" href="{{ route('games.workbench') }}">Write a definition</a> beside what it makes of real
            files.</p>
        <form method="post" action="{{ route('games.guess') }}" class="mb-3">@csrf
            <x-folder-field label="Or begin with a folder that has the game in it" id="folder" button="Look into it" />
        </form>
        <p class="mb-1">Or begin with one that is known to work, where your game is like it:</p>
        <ul class="ways mb-3">
            @foreach (App\Games\Taught\WorkedExamples::ALL as $example => $words)
                <li><a class="link underline" href="{{ route('games.workbench', ['example' => $example]) }}">{{ $words }}</a></li>
            @endforeach
        </ul>
        <form method="post" action="{{ route('games.store') }}" enctype="multipart/form-data" class="drop" x-data="drop"
            @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="take($event)" :class="over && 'over'">@csrf
            <div class="acts" style="justify-content: flex-start">
                <label for="file" class="font-medium">Drop a definition here, or choose one</label>
                <input type="file" id="file" name="file" x-ref="file" accept="application/json,.json">
            </div>
            <label for="text" class="block mt-3 font-medium">Or paste its text</label>
            <textarea id="text" name="text" rows="4" maxlength="1000000" spellcheck="false" class="ver w-full">{{ old('text') }}</textarea>
            <div class="acts mt-3" style="justify-content: flex-start"><button class="btn main-act">Teach it</button></div>
            <p class="soft mt-2">Nothing of it is run by that. Its command is shown, and waits for your word.</p>
        </form>
    </main>
</x-layout>
