<x-layout :title="$file->name" :instance="$file->instance">
    <main class="plain" id="main">
        <p class="soft mt-6"><a class="link underline"
                href="{{ $file->instance ? route('instances.shelf', $file->instance) : route('shelf') }}">{{
                $file->instance ? 'From your disk' : 'Your shelf' }}</a>{{ $file->instance ? ', for '.$file->instance->name : '' }}</p>
        <h1 class="text-2xl mb-1">{{ $file->name }}</h1>
        <p class="soft">{{ App\View\ShelfPage::what($file) }}. {{ App\View\Bytes::words($file->size) }}.</p>
        @if ($file->problem)
            <p class="bad mt-2">{{ $file->problem }}</p>
        @endif
        @if ($found)
            <p class="mt-2 max-w-[75ch]">{{ implode(' ', $found->why) }}</p>
        @endif
        @if ($found && $found->how !== 'depot')
        @if ($several !== [])
            <form method="post" action="{{ route('shelf.take-out', $file) }}" class="mb-5">@csrf
                <h2 class="mb-1">There are {{ count($several) }} mods in it</h2>
                @foreach ($several as $part)
                    <label class="block"><input type="checkbox" name="parts[]" value="{{ $part }}" checked> <span
                            class="ver">{{ $part }}</span></label>
                @endforeach
                <div class="acts mt-2" style="justify-content: flex-start">
                    <button class="btn main-act">Take them out, each by itself</button>
                </div>
            </form>
            <h2 class="mb-1">Or all of it as one</h2>
        @endif
            <form method="post" action="{{ route('shelf.say', $file) }}" class="said-form mt-4">@csrf
                <input type="hidden" name="scheme" value="{{ $found->scheme }}">
                <label for="name">Name</label>
                <input type="text" id="name" name="name" value="{{ old('name', $found->name) }}" maxlength="120" required>
                <label for="version">Version</label>
                <input type="text" id="version" name="version" class="ver" value="{{ old('version', $found->version()) }}" maxlength="100"
                    required>
                <label for="id">Id</label>
                <input type="text" id="id" name="id" class="ver" value="{{ old('id', $found->id) }}" maxlength="100" required>
                <label for="kind">Kind</label>
                <select id="kind" name="kind">
                    @if ($found->kind !== '' && ! in_array($found->kind, $kinds, true))
                        <option value="">{{ strtr($found->kind, '-', ' ') }}, which the game has no folder for</option>
                    @endif
                    @foreach ($kinds as $kind)
                        <option value="{{ $kind }}" @selected(old('kind', $found->kind) === $kind)>{{ strtr($kind, '-', ' ') }}</option>
                    @endforeach
                </select>
                @if (count($folders) > 1)
                    <span>What goes in</span>
                    <div class="tree scroll" role="radiogroup" aria-label="What of the archive goes in">
                        @foreach ($folders as $folder => $count)
                            <label style="padding-left: {{ $folder === '' ? 0 : 16 * (1 + substr_count($folder, '/')) }}px"><input
                                type="radio"
                                    name="content" value="{{ $folder }}" @checked(old('content', $found->content) === (string) $folder)>
                                {{ $folder === '' ? 'All of it' : basename($folder) }}
                                <span class="soft ver">{{ number_format($count) }} {{ $count === 1 ? 'file' : 'files' }}</span></label>
                        @endforeach
                    </div>
                @endif
                <label for="needs">Needs</label>
                <div><textarea id="needs" name="needs" rows="4" class="ver w-full" spellcheck="false" aria-describedby="needs-form">{{
                    old('needs', $needs) }}</textarea>
                    <p class="soft" id="needs-form">One on each line: an id, and after a blank a range, such as
                        <span class="ver">{{ $file->game }}
                        ^3.2</span></p>
                </div>
                <label for="breaks">Does not go with</label>
                <textarea id="breaks" name="breaks" rows="2" class="ver w-full"
                    spellcheck="false">{{ old('breaks', $breaks) }}</textarea>
                <label for="source">Where it is from</label>
                <input type="url" id="source" name="source" value="{{ old('source', $file->source) }}" maxlength="500"
                    placeholder="https://">
                <label for="note">Note</label>
                <input type="text" id="note" name="note" value="{{ old('note', $file->note) }}" maxlength="1000">
                <span></span>
                <div><button class="btn main-act">Keep that</button></div>
            </form>
        @endif
        @if ($file->state->value === 'ready' && $file->instance)
            <div class="acts mt-4" style="justify-content: flex-start"><x-act-button
                    :action="route('shelf.add', [$file->instance, $file])">Add it to {{ $file->instance->name }}</x-act-button></div>
        @endif
        @if ($found?->how === 'unknown' && $folders !== [])
            <form method="post" action="{{ route('imports.store') }}" class="mt-4">@csrf<input type="hidden" name="file"
                    value="{{ $file->id }}"><button class="link">It is a whole instance: read it as a folder</button></form>
        @endif
        <form method="post" action="{{ route('shelf.destroy', $file) }}" class="mt-4">@csrf @method('delete')<button class="link">Take it
            off
                the shelf</button></form>
    </main>
</x-layout>
