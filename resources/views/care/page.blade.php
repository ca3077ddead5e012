<x-instance :instance="$instance" part="about" title="About it" quiet>
    <div class="px-[18px] pb-6 max-w-[80ch]">
        <h1 class="text-2xl mb-2">About {{ $instance->name }}</h1>
        <form method="post" action="{{ route('about.update', $instance) }}" enctype="multipart/form-data">@csrf
            <div class="fields">
                <label for="name">Name</label><input type="text" id="name" name="name" maxlength="80" required
                    value="{{ old('name', $instance->name) }}">
                <label for="heading">Group</label>
                <div><input type="text" id="heading" name="heading" maxlength="40" list="headings" placeholder="none"
                        value="{{ old('heading', $instance->heading) }}"> <span class="soft">the heading that it stands under on the
                        first page</span>
                    <datalist id="headings">
                        @foreach ($headings as $heading)
                            <option value="{{ $heading }}"></option>
                        @endforeach
                    </datalist></div>
                <label for="picture">Picture</label>
                <div class="acts" style="justify-content: flex-start">
                    @if ($instance->picture)
                        <img src="{{ route('about.picture', $instance) }}" alt="" width="48" height="48" class="rounded-[3px]">
                        <label><input type="checkbox" name="plain" value="1"> none</label>
                    @endif
                    <input type="file" id="picture" name="picture" accept="image/png,image/jpeg,image/webp,image/gif">
                </div>
                <label for="colour">Colour</label>
                <div class="acts" style="justify-content: flex-start"><input type="color" id="colour" name="colour"
                        value="{{ old('colour', $instance->colour ?? '#125e6b') }}"> <label><input type="checkbox" name="coloured"
                            value="1" @checked(old('coloured', $instance->colour !== null))> show it on the first page</label></div>
                <label for="notes">Notes</label>
                <textarea id="notes" name="notes" rows="6" maxlength="20000">{{ old('notes', $instance->notes) }}</textarea>
            </div>
            <button class="btn main-act mt-2">Keep that</button>
        </form>
        <h2 class="mt-6 mb-1" id="launching">How it is launched</h2>
        @php($words = $instance->launching)
        <pre class="ver break-words" style="white-space: pre-wrap">{{ implode(' ', $words->around($command)) }}</pre>
        <p class="soft">Exactly so, with what stands in braces put in{{ $words->folder === '' ? '' : ", in the folder {$words->folder}"
            }}{{ $words->environment === [] ? '' : ', and with '.implode(', ', array_keys($words->environment)).' set' }}. What you add is
            this instance's alone: it goes into no pack, and into a hand-off only if you say so there.</p>
        <details class="mt-1" @if ($errors->hasAny(['before', 'after', 'environment', 'folder'])) open @endif>
            <summary class="link">Add to it</summary>
            <form method="post" action="{{ route('about.launching', $instance) }}">@csrf
                <div class="fields mt-2">
                    <label for="before">Words before it</label>
                    <textarea id="before" name="before" rows="2" class="ver" placeholder="a wrapper, one word on each line"
                        >{{ old('before', implode("\n", $words->before)) }}</textarea>
                    <label for="after">Arguments</label>
                    <textarea id="after" name="after" rows="2" class="ver" placeholder="one on each line"
                        >{{ old('after', implode("\n", $words->after)) }}</textarea>
                    <label for="environment">Variables</label>
                    <textarea id="environment" name="environment" rows="2" class="ver" placeholder="NAME=value, one on each line"
                        >{{ old('environment', implode("\n", array_map(fn ($name, $value) => "{$name}={$value}",
                            array_keys($words->environment), $words->environment))) }}</textarea>
                    <label for="launch-folder">Folder</label>
                    <input type="text" id="launch-folder" name="folder" class="ver" maxlength="200" placeholder="below the instance's"
                        value="{{ old('folder', $words->folder) }}">
                </div>
                <button class="btn mt-2">Launch it like that</button>
            </form>
        </details>
        @if ($unused !== [])
            <h2 class="mt-6 mb-1">Asked for, and used by nothing</h2>
            @foreach ($unused as $one)
                <p>{{ $one['name'] }} <span class="soft">{{ App\View\Bytes::words($one['bytes']) }} on the disk, about
                        {{ $one['megabytes'] }} MB of memory</span></p>
            @endforeach
            <form method="post" action="{{ route('about.unused', $instance) }}" class="mt-1">@csrf<button class="btn">Take
                    {{ count($unused) === 1 ? 'it' : 'them' }} out</button></form>
        @endif
        @if ($instance->applied_at)
            <h2 class="mt-6 mb-1">Another one like it</h2>
            <form method="post" action="{{ route('about.duplicate', $instance) }}">@csrf
                <label for="copy">Call it</label>
                <input type="text" id="copy" name="name" maxlength="80" required
                    value="{{ mb_substr($instance->name, 0, 70) }}, again">
                <button class="btn">Make it</button>
                <p class="soft mt-1">The same releases, linked and not copied, with its configs. Worlds that you mark are copied as
                    well.</p>
                @foreach ($worlds as $world)
                    <label class="mr-4"><input type="checkbox" name="worlds[]" value="{{ $world }}"> {{ $world }}</label>
                @endforeach
            </form>
        @endif
        @if ($instance->applied_at)
            <h2 class="mt-6 mb-1" id="whole">Keep everything</h2>
            <form method="post" action="{{ route('wholes.keep', $instance) }}">@csrf
                <label for="whole-name">Call it</label>
                <input type="text" id="whole-name" name="name" maxlength="80" value="{{ $instance->name }}">
                <button class="btn">Keep all of it</button>
                <p class="soft mt-1">One archive with the line-up, the worlds, the configs, every file here that is yours, stages, groups
                    and notes. What depots have is named in it and fetched again. Backups of worlds and the history are not in it. It stays
                    when the instance is removed.</p>
            </form>
            @if ($wholes->isNotEmpty())
                <x-wholes :wholes="$wholes" />
            @endif
        @endif
        <p class="soft mt-6"><a class="link underline" href="{{ route('instances.show', $instance) }}">Line-up</a> puts it away or removes
            it; <a class="link underline" href="{{ route('files', $instance) }}">Files</a> reads every file of it; <a
                class="link underline" href="{{ route('store') }}">The store</a> says what can be freed.</p>
    </div>
</x-instance>
