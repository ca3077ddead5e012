<x-layout :title="$pack->name">
    <main class="plain" id="main">
        <p class="soft mt-6"><a class="link underline" href="{{ route('packs') }}">Packs</a></p>
        @if ($read->picture !== '')
            <img src="{{ route('packs.picture', $pack) }}" alt="" width="120" height="120" class="float-right ml-4 mb-2 rounded-[3px]">
        @endif
        <h1 class="text-2xl mb-1">{{ $pack->name }} <span class="ver">{{ $pack->version }}</span></h1>
        @if ($read->summary !== '')
            <p>{{ $read->summary }}</p>
        @endif
        <p>{{ $page->sentence }}. {{ count($page->brings) }} {{ count($page->brings) === 1 ? 'package'
            : 'packages' }}{{ $page->configs() }}{{ $read->licence === '' ? '' : ", {$read->licence}" }}.
            <a class="link underline" href="{{ route('packs.file', $pack) }}">Save its file</a></p>
        <p class="soft">
            @if ($signature)
                Signed with the key <span class="ver">{{ $signature->fingerprint() }}</span>.
            @else
                Not signed: nobody can tell who made it.
            @endif
        </p>
        @if ($read->notes !== '')
            <h2 class="mt-4 mb-1">What has changed</h2>
            <p class="max-w-[75ch]" style="white-space: pre-line">{{ $read->notes }}</p>
        @endif
        <x-given-short :page="$page" />
        @if ($instances->isNotEmpty())
            <h2 class="mt-4 mb-1">Instances of it</h2>
            @foreach ($instances as $instance)
                <p><a class="link underline" href="{{ route('instances.show', $instance) }}">{{ $instance->name }}</a>
                    @if ($instance->pack_id === $pack->id)
                        <span class="soft">is of this release</span>
                    @else
                        <span class="soft">as of release {{ $versions[$instance->pack_id] ?? 'that is not kept here' }}</span>
                        <a class="link underline" href="{{ route('pack.update', ['instance' => $instance, 'to' => $pack->id]) }}">See
                            what this release changes there</a>
                    @endif
                </p>
            @endforeach
        @endif
        @if ($page->canBeMade)
            <form method="post" action="{{ route('packs.make', $pack) }}" class="mt-4">@csrf
                <label for="name">Call it</label>
                <input type="text" id="name" name="name" maxlength="80" required value="{{ old('name', mb_substr($pack->name, 0, 80)) }}">
                <button class="btn main-act">Make an instance of it</button>
            </form>
        @endif
        <h2 class="mt-5 mb-1">Before others get it</h2>
        @if ($pack->trial_state?->value === 'running')
            <p class="soft" role="status" x-data="again(2000)">It is being made and launched, since
                {{ $pack->tried_at?->format('H:i') }}. <a class="link underline" href="{{ route('packs.show', $pack) }}">Look again</a></p>
        @else
            @if ($pack->trial_state !== null)
                <p class="max-w-[75ch]"><span class="{{ $pack->trial_state->value === 'clean' ? 'good' : 'bad' }}">{{ match
                        ($pack->trial_state->value) {'clean' => 'Tried.','failed' => 'It does not come up.',default
                        => 'It was not tried to the end.'} }}</span> {{ $pack->trial_said }}
                    <span class="soft">{{ $pack->tried_at?->diffForHumans() }}</span>
                    @if ($pack->trial_id)
                        <a class="link underline" href="{{ route('rehearsals', $pack->trial_id) }}">See what was made</a>
                    @endif
                </p>
            @endif
            <form method="post" action="{{ route('packs.try', $pack) }}">@csrf<button class="btn">{{ $pack->trial_state === null
                ? 'Try it' : 'Try it again' }}</button> <span class="soft">It is made as anybody would make it, launched, and thrown
                    away; what does not come up is kept to be looked at{{ $pack->trial_id ? ', and goes with the next trial unless you '
                    . 'have done something with it' : '' }}.</span></form>
        @endif
        <details class="mt-4" @if ($errors->hasAny(['folder', 'depot'])) open @endif>
            <summary class="link">Publish it as a depot</summary>
            <form method="post" action="{{ route('packs.publish', $pack) }}" class="drop mt-2">@csrf
                <p class="soft mb-2">Into a folder of this machine that any web server can serve. An empty one becomes a depot; whoever
                    adds its address finds the pack there.</p>
                <div class="fields">
                    <label for="folder">Folder</label><input type="text" id="folder" name="folder" maxlength="1000" required class="ver"
                        value="{{ old('folder', App\Packs\Publishing::usual()) }}">
                    <label for="depot">Name of a new depot</label><input type="text" id="depot" name="depot" maxlength="60"
                        value="{{ old('depot', 'Packs') }}">
                </div>
                <button class="btn mt-2">Publish {{ $pack->name }} {{ $pack->version }}</button>
            </form>
        </details>
        <details class="mt-2" @if ($errors->hasAny(['registry', 'repository', 'channel']) || old('repository') !== null) open @endif>
            <summary class="link">Push it into a registry</summary>
            @if ($registries->isEmpty())
                <p class="soft mt-2">None is known. Add the address of one, as of any depot, under <a class="link underline"
                        href="{{ route('depots') }}">Depots</a>.</p>
            @else
                <form method="post" action="{{ route('packs.push', $pack) }}" class="drop mt-2">@csrf
                    <p class="soft mb-2">Whoever has the same registry among their depots finds it there. A version stays what it is; a
                        channel leads to the last release that was pushed under it.</p>
                    <div class="fields">
                        <label for="registry">Registry</label><select id="registry" name="registry">
                            @foreach ($registries as $one)
                                <option value="{{ $one->id }}" @selected(old('registry') == $one->id)>{{ $one->name }}</option>
                            @endforeach
                        </select>
                        <label for="repository">Name in it</label><input type="text" id="repository" name="repository" maxlength="200"
                            required class="ver" value="{{ old('repository', $pack->pack) }}">
                        <label for="channel">Channel</label><input type="text" id="channel" name="channel" maxlength="128" class="ver"
                            value="{{ old('channel', 'latest') }}" placeholder="none">
                    </div>
                    <button class="btn mt-2">Push {{ $pack->name }} {{ $pack->version }}</button>
                </form>
            @endif
        </details>
        <x-given-brings :page="$page" />
        @if ($read->carried->worlds !== [])
            <h2 class="mt-4 mb-1">Worlds</h2>
            @foreach ($read->carried->byWorld() as $folder => $files)
                <p>{{ basename($folder) }} <span class="ver soft">{{ number_format(count($files)) }}
                        {{ count($files) === 1 ? 'file' : 'files' }}</span></p>
            @endforeach
        @endif
        @if ($read->carried->configs !== [])
            <h2 class="mt-4 mb-1">Configs</h2>
            @foreach (array_slice(array_keys($read->carried->configs), 0, 100) as $path)
                <p class="ver">{{ $path }}</p>
            @endforeach
        @endif
    </main>
</x-layout>
