@use('App\View\Moving\LeftBehind')
@props(['page'])
@php($cell = $page->chosen)
<div class="three mt-4">
    <section>
        <h2>{{ $page->heading() }}</h2>
        @if ($cell->detail['text'] !== '')
            <p class="bad">{{ $cell->detail['text'] }}</p>
        @else
            <p><b>{{ $cell->kept }} of {{ count($page->wants) }} come along</b>{{ $page->changed() ? ', ' . $page->changed()
                . ' of them in another release' : '' }}.</p>
            @if (!$cell->proved)
                <p class="soft">There was no time to show that no more than that could hold.</p>
            @endif
            @foreach ($page->worlds() as $world => $mods)
                <p class="warn">{{ $world }} was saved with {{ implode(', ', array_slice($mods, 0, 4)) }}, which would not be there.</p>
            @endforeach
            @unless ($page->isHere($cell->version, $cell->loader))
                <form method="post" action="{{ route('wishes.make', $page->list) }}" class="mt-2">@csrf
                    <input type="hidden" name="version" value="{{ $cell->version }}"><input type="hidden" name="loader"
                        value="{{ $cell->loader }}">
                    <label for="called">Call it</label>
                    <input type="text" id="called" name="name" maxlength="80" required style="width: min(300px, 100%)"
                        value="{{ old('name', $page->proposal()) }}">
                    @foreach ($page->copied() as $world)
                        <label class="block mt-1"><input type="checkbox" name="worlds[]" value="{{ $world }}" checked> Copy the world
                            {{ $world }}</label>
                    @endforeach
                    <div class="acts mt-2" style="justify-content: flex-start"><button
                            class="btn main-act">{{ $page->list->instance_id ? 'Move there' : 'Make it here' }}</button>
                        @unless ($page->list->instance_id)
                            <a class="link" href="{{ route('new', ['game' => $page->list->game, 'version' => $cell->version,
                                'loader' => $cell->loader, 'wishes' => $page->list->id]) }}">Choose build, runtime and memory</a>
                        @endunless
                    </div>
                </form>
            @else
                <p class="soft">It lives here.</p>
            @endunless
            @if ($page->watch())
                <form method="post" action="{{ route('watches.destroy', $page->watch()) }}" class="mt-2 soft">@csrf @method('delete')
                    You are told on the first page when more have come. <button class="link">Stop that</button></form>
            @elseif ($page->isOver && $cell->kept < count($page->wants))
                <form method="post" action="{{ route('wishes.watch', $page->list) }}" class="mt-2">@csrf
                    <input type="hidden" name="watch" value="1"><input type="hidden" name="version"
                        value="{{ $cell->version }}"><input type="hidden" name="loader" value="{{ $cell->loader }}">
                    <button class="btn">Tell me when all are there</button></form>
            @endif
            @if ($page->followed())
                <x-followed :chart="$page->followed()" :version="$cell->version" />
            @endif
            @if ($page->along() !== [])
                <details class="mt-3">
                    <summary class="link">What comes along</summary>
                    @foreach ($page->along() as $one)
                        <p>{{ $one['name'] }} <span
                                class="ver">{{ $one['was'] === '' ? '' : $one['was'] . ' → ' }}{{ $one['version'] }}</span></p>
                    @endforeach
                </details>
            @endif
        @endif
    </section>
    @if ($cell->detail['lost'] !== [])
        <section>
            <h2>{{ count($page->lost(LeftBehind::Waits)) }} wait</h2>
            <p class="quiet">The last version each is for, and how long its author takes as a rule.</p>
            @forelse (array_slice($page->lost(LeftBehind::Waits), 0, 18) as $one)
                <x-waits :one="$one" :page="$page" />
            @empty
                <p class="soft">Nothing waits for a release.</p>
            @endforelse
            @if (count($page->lost(LeftBehind::Waits)) > 18)
                <details>
                    <summary class="link">{{ count($page->lost(LeftBehind::Waits)) - 18 }} more</summary>
                    @foreach (array_slice($page->lost(LeftBehind::Waits), 18) as $one)
                        <x-waits :one="$one" :page="$page" />
                    @endforeach
                </details>
            @endif
        </section>
        <section>
            @php($replaced = count($page->lost(LeftBehind::Replaced)))
            <h2>{{ $replaced }} {{ $replaced === 1 ? 'has' : 'have' }} an understudy there</h2>
            @forelse ($page->lost(LeftBehind::Replaced) as $one)
                @foreach ($one['instead'] as $id => $hold)
                    <p class="pair"><span>{{ $page->name((string) $id) }} for {{ $one['name'] }}</span><span
                            class="soft">{{ $hold }} hold</span></p>
                @endforeach
            @empty
                <p class="soft">None was found that fits.</p>
            @endforelse
            @if ($page->lost(LeftBehind::Cannot) !== [])
                <h2 class="mt-3">{{ count($page->lost(LeftBehind::Cannot)) }} cannot</h2>
                @foreach (array_slice($page->lost(LeftBehind::Cannot), 0, 40) as $one)
                    <p class="mb-1"><b>{{ $one['name'] }}.</b> {{ $one['text'] }}</p>
                @endforeach
            @endif
        </section>
    @endif
</div>
