@use('App\Access\OpeningKind')
<x-layout title="What may be read">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-1">What may be read</h1>
        <p class="soft max-w-[75ch] mb-3">Stasimon reads no folder of this machine and asks no host of your own network but those that
            stand here. Folders are read and never written.</p>
        <x-table :columns="['What' => '', 'Which' => '', 'Until' => '', 'Act' => '']" headless>
            @foreach ($folders as $one)
                <tr data-row tabindex="-1">
                    <td>folder</td>
                    <td class="ver break-words">{{ $one }}</td>
                    <td class="soft">said when Stasimon was started</td>
                    <td></td>
                </tr>
            @endforeach
            @foreach ($hosts as $one)
                <tr data-row tabindex="-1">
                    <td>host</td>
                    <td class="ver">{{ $one }}</td>
                    <td class="soft">said when Stasimon was started</td>
                    <td></td>
                </tr>
            @endforeach
            @foreach ($opened as $one)
                <tr data-row tabindex="-1">
                    <td>{{ $one->kind->value }}</td>
                    <td class="ver break-words">{{ $one->what }}</td>
                    <td>{{ $one->until === null ? 'you close it' : $one->until->diffForHumans() }}</td>
                    <td class="text-right"><x-act :action="route('access.close', $one->id)" :fields="['_method' => 'delete']"
                            :label="'Close ' . $one->what">Close</x-act></td>
                </tr>
            @endforeach
        </x-table>
        @if ($folders === [] && $hosts === [] && $opened->isEmpty())
            <p class="soft">Nothing may be read yet.</p>
        @endif
        @foreach ([[OpeningKind::Folder, 'Open a folder', '/home/ada/Games', $folder, 'Everything below it can be read then, as you.'],
            [OpeningKind::Host, 'Open a host of your own network', '192.168.1.20:8080', $host,
                'A depot may be there then, and is asked when you add it.']] as [$kind, $heading, $example, $what, $means])
            <form method="post" action="{{ route('access.open') }}" class="mt-5">@csrf
                <input type="hidden" name="kind" value="{{ $kind->value }}">
                <h2 class="mb-1">{{ $heading }}</h2>
                <div class="acts" style="justify-content: flex-start">
                    <input type="text" name="what" id="what-{{ $kind->value }}" class="ver" style="width: min(420px, 100%)" maxlength="1000"
                        required aria-label="{{ $heading }}" placeholder="{{ $example }}"
                        value="{{ old('kind') === $kind->value ? old('what') : $what }}">
                    <label for="for-{{ $kind->value }}" class="soft">for</label>
                    <select name="open" id="for-{{ $kind->value }}">
                        <option value="1">an hour</option>
                        <option value="24">a day</option>
                        <option value="good" @selected(old('open') === 'good')>as long as I do not close it</option>
                    </select>
                    <button class="btn main-act">Open it</button>
                </div>
                <p class="soft mt-1">{{ $means }}</p>
            </form>
        @endforeach
    </main>
</x-layout>
