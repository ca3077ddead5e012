<x-instance :instance="$instance" part="hand-off" title="Pack" quiet>
    <div class="px-[18px] pb-6 max-w-[80ch]">
        <p class="soft"><a class="link underline" href="{{ route('hand-off', $instance) }}">Hand-off</a></p>
        <h1 class="text-2xl">A pack of {{ $instance->name }}</h1>
        @if ($page->of)
            <p>It is of <a class="link underline" href="{{ route('packs.show', $page->of) }}">{{ $page->of->name }}
                    {{ $page->of->version }}</a>.
                @foreach ($page->others as $other)
                    <a class="link underline" href="{{ route('pack.update', ['instance' => $instance, 'to' => $other->id]) }}">See what
                        {{ $other->version }} changes</a>{{ $loop->last ? '' : ', ' }}
                @endforeach
                @foreach ($page->published as $one)
                    {{ $one->depot->name }} has <span class="ver">{{ $one->version }}</span>:
                    <x-act :action="route('packs.fetch', $one)" :label="'Fetch ' . $one->name . ' ' .
                        $one->version">fetch it</x-act>{{ $loop->last ? '.' : ', ' }}
                @endforeach
            </p>
        @endif
        @if (!$page->canBeMade())
            <p class="soft">Nothing is applied yet, so there is nothing to make a pack of.</p>
        @else
            <p class="soft">The file names each release with its digest; whoever opens it fetches them from the depots. Configs and
                worlds go with it.</p>
            <form method="post" action="{{ route('pack.make', $instance) }}" class="drop mt-3"
                data-kept="pack {{ $instance->id }}" enctype="multipart/form-data">@csrf
                <div class="fields">
                    <label for="name">Name</label><input type="text" id="name" name="name" maxlength="80" required
                        value="{{ old('name', $page->proposal['name']) }}">
                    <label for="id">Id</label><input type="text" id="id" name="id" maxlength="100" required class="ver"
                        value="{{ old('id', $page->proposal['id']) }}">
                    <label for="version">Release</label><input type="text" id="version" name="version" maxlength="100" required class="ver"
                        value="{{ old('version', $page->proposal['version']) }}">
                    <label for="licence">Licence</label><input type="text" id="licence" name="licence" maxlength="120"
                        value="{{ old('licence', $page->proposal['licence']) }}">
                    <label for="summary">Summary</label><input type="text" id="summary" name="summary" maxlength="500"
                        value="{{ old('summary', $page->proposal['summary']) }}">
                    <label for="picture">Picture{{ $page->of ? ', if another' : '' }}</label><input type="file" id="picture"
                        name="picture" accept="image/png,image/jpeg,image/webp,image/gif">
                    <label for="notes">What has changed</label>
                    <textarea id="notes" name="notes" rows="4" maxlength="4000">{{ old('notes', $page->proposal['notes']) }}</textarea>
                </div>
                <x-goes-with :configs="$page->proposal['configs']" :own="$page->own" :before="$page->before" />
                @if ($page->worlds !== [])
                    <fieldset class="mt-3">
                        <legend class="font-medium">Worlds that go with it</legend>
                        <p class="soft">As they are now, into each new instance of the pack. A world of the same name stays as it is.</p>
                        @foreach ($page->worlds as $world => $size)
                            <label class="block"><input type="checkbox" name="worlds[]" value="{{ $world }}"
                                    @checked($size && in_array((string) $world, $page->before[2], true)) @disabled(!$size)> {{ $world }}
                                @if ($size)
                                    <span class="ver soft">{{ number_format($size[0]) }} {{ $size[0] === 1 ? 'file' : 'files' }},
                                        {{ App\View\Bytes::words($size[1]) }}</span>
                                @else
                                    <span class="soft">is too large to go along; give it away as an archive, under Worlds</span>
                                @endif
                            </label>
                        @endforeach
                    </fieldset>
                @endif
                <label class="block mt-3"><input type="checkbox" name="signed" value="1" @checked(old('signed',
                        $page->isSigned()))> Sign it, so that others can tell that the next release is yours, too.
                    <span class="soft">Your key is <span class="ver">{{ $page->key }}</span>.</span></label>
                <div class="acts mt-3" style="justify-content: flex-start"><button class="btn main-act">Make the pack</button></div>
            </form>
        @endif
    </div>
</x-instance>
