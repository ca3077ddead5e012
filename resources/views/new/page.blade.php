@php($game = $bases->game)
@php($to = fn(array $change) => route('new', array_filter(array_merge(['game' => $game->id, 'version' => $plan->base->gameVersion,
    'loader' => $plan->base->loader, 'build' => $plan->base->loaderVersion, 'runtime' => $plan->base->runtimeVersion,
    'memory' => $plan->base->memory, 'wishes' => $wished?->list->id], $change), fn($value) => $value !== null && $value !== '')))
@php($counts = $bases->modsByVersion())
@php($most = max(1, ...array_values($counts)))
@php($memoryWords = collect($game->memory)->first(fn($choice) => $choice->megabytes === $plan->base->memory)?->gigabytes()
    ?? round($plan->base->memory / 1024, 1) . ' GB')
<x-layout title="New instance">
    <main id="main">
        <form method="post" action="{{ route('instances.store') }}" data-kept="new">
            @csrf
            @foreach (['game' => $game->id, 'version' => $plan->base->gameVersion, 'loader' => $plan->base->loader,
                'build' => $plan->base->loaderVersion, 'runtime' => $plan->base->runtimeVersion,
                'memory' => $plan->base->memory] + ($wished ? ['wishes' => $wished->list->id] : []) as $name => $value)
                <input type="hidden" name="{{ $name }}" value="{{ $value }}">
            @endforeach
            <div class="head">
                <div class="about">
                    <div class="soft">A new instance</div>
                    <h1 class="sentence"><span class="part"><b>{{ $game->name }}</b> {{ $plan->base->gameVersion }}</span> on <span
                            class="part"><b>{{ $bases->title($plan->base->loader) }}</b> {{ $plan->base->loaderVersion ?: '…' }}</span>,
                        <span class="part"><b>{{ $game->runtimeName }}</b> {{ $plan->base->runtimeVersion }}</span>, with <span
                            class="part">{{ $memoryWords }}</span>.</h1>
                    @if ($wished)
                        <div>For <a class="link underline" href="{{ route('wishes.show', $wished->list) }}">{{ $wished->list->name }}</a>:
                            @php($hold = $wished->at($plan->base->gameVersion, $plan->base->loader))
                            {{ $hold === null ? 'how much of it holds here is not worked out' : "{$hold} of {$wished->total} hold here" }}.
                        </div>
                    @endif
                    <div class="soft">It will be a folder of its own. Nothing in it touches another instance or the game you have
                        installed.</div>
                </div>
                @if ($starters->isNotEmpty() && !$wished)
                    <fieldset class="begin">
                        <legend class="soft">Begin with</legend>
                        @foreach ($starters as $starter)
                            <label><input type="checkbox" name="groups[]" value="{{ $starter->id }}" @checked(in_array($starter->id,
                                (array) old('groups'), true))> {{ $starter->name }}</label>
                            <button form="drop-{{ $starter->id }}" class="link soft"
                                aria-label="Offer {{ $starter->name }} no more">no more</button>
                        @endforeach
                    </fieldset>
                @endif
                <div class="acts">
                    <label class="soft" for="name">Name</label>
                    <input type="text" id="name" name="name" value="{{ old('name') }}" maxlength="80" required
                        placeholder="Harbour Lights" @error('name') aria-invalid="true" @enderror>
                    <button class="btn main-act" @disabled($plan->base->loaderVersion === '')>Make it</button>
                </div>
            </div>
        </form>
        @foreach ($starters as $starter)
            <form method="post" action="{{ route('groups.drop', $starter) }}" id="drop-{{ $starter->id }}" class="hidden">@csrf
                @method('delete')</form>
        @endforeach
        <div class="choosers">
            <section aria-labelledby="versions">
                <p class="mb-3 acts">
                    @foreach ($games as $id => $name)
                        <a class="{{ $id === $game->id ? 'font-semibold' : 'soft hover:underline' }}"
                            @if ($id === $game->id) aria-current="true" @endif
                            href="{{ route('new', ['game' => $id]) }}">{{ $name }}</a>
                    @endforeach
                </p>
                <h2 id="versions">Exact version</h2>
                <p class="soft mb-2">{{ $wished ? "Bars: how many of {$wished->total} hold there at best" : 'Bars: mods made for it' }}</p>
                @foreach (collect($game->versions)->reverse()->groupBy('line') as $line => $versions)
                    <div class="group">{{ $line }}</div>
                    @foreach ($versions as $version)
                        @php($count = $wished ? (int) $wished->at($version->version) : $counts['v' . $version->version])
                        <a class="choice" style="grid-template-columns: 52px 1fr 34px"
                            href="{{ $to(['version' => $version->version, 'build' => null, 'runtime' => null, 'loader' => null]) }}"
                            @if ($version->version === $plan->base->gameVersion) aria-current="true" @endif>
                            <span class="ver">{{ $version->version }}</span>
                            <span class="flex items-center gap-2"><i class="amount"
                                    style="width: {{ (int) ((72 * $count) / ($wished ? max(1, $wished->total) : $most)) }}px"></i><span
                                    class="soft">{{ $version->note }}</span></span>
                            <span class="num soft">{{ $count }}</span>
                        </a>
                    @endforeach
                @endforeach
            </section>
            <section aria-labelledby="loaders">
                <h2 id="loaders">Loader and build</h2>
                <p class="soft">For {{ $plan->base->gameVersion }}</p>
                @foreach ($game->loaders as $loader)
                    <div class="group"><b>{{ $bases->title($loader->id) }}</b>
                        &nbsp;{{ $builds[$loader->id] === [] ? $loader->words : ($wished ? ($wished->at($plan->base->gameVersion,
                            $loader->id) ?? 0) . " of {$wished->total} hold" : ($holds[$loader->id]['mod'] ?? 0) . ' mods')
                            . '; ' . $loader->words }}
                    </div>
                    @forelse ($builds[$loader->id] as $build)
                        <a class="choice" style="grid-template-columns: 74px 1fr"
                            href="{{ $to(['loader' => $loader->id, 'build' => $build->version]) }}"
                            @if ($loader->id === $plan->base->loader && $build->version === $plan->base->loaderVersion) aria-current="true"
                                @endif><span
                                class="ver">{{ $build->version }}</span><span
                                class="{{ $build->isRecommended() ? '' : 'soft' }}">{{ $build->words() }}</span></a>
                    @empty
                        <p class="soft py-1">nothing for {{ $plan->base->gameVersion }}</p>
                    @endforelse
                    @if ($builds[$loader->id] !== [] && !collect($builds[$loader->id])->contains(fn($build) => $build->isRecommended()))
                        <p class="warn py-1"><x-mark :level="App\Findings\Level::Look" /> No build is recommended for
                            {{ $plan->base->gameVersion }} yet.
                            The newest may still have faults.</p>
                    @endif
                @endforeach
            </section>
            <section aria-labelledby="runtime">
                <h2 id="runtime">Runtime</h2>
                <p class="soft mb-2">{{ $game->runtimeName }} {{ $game->version($plan->base->gameVersion)->runtimeWords }}</p>
                @php($first = true)
                @foreach ($bases->choice->runtimes($plan->base->gameVersion) as $runtime => $enough)
                    @php($runtime = substr($runtime, 1))
                    <a class="choice" style="grid-template-columns: 74px 1fr" href="{{ $to(['runtime' => $runtime]) }}"
                        @if ($runtime === $plan->base->runtimeVersion) aria-current="true" @endif><span class="ver">{{ $game->runtimeName }}
                            {{ $runtime }}</span><span
                            class="{{ $enough ? '' : 'soft' }}">{{ !$enough ? 'not for ' . $plan->base->gameVersion : ($first
                                ? 'newest that will do' : 'enough') }}</span></a>
                    @php($first = $first && !$enough)
                @endforeach
                <p class="soft mt-3">{{ $game->name }} {{ $plan->base->gameVersion }} needs {{ $game->runtimeName }}
                    {{ $game->version($plan->base->gameVersion)->runtimeWords }}. Mods may ask for a newer one; the newest that will do
                    leaves room for them.</p>
                @if ($plan->waivers !== [])
                    <p class="bad mt-3"><x-mark :level="App\Findings\Level::Stops" /> {{ $game->runtimeName }}
                        {{ $plan->base->runtimeVersion }} is not
                        what {{ $game->name }} {{ $plan->base->gameVersion }} is made for, so it will most likely refuse to start. If
                        you go on, that need is waived and shown as a finding.</p>
                @endif
            </section>
            <section aria-labelledby="holds">
                <h2 id="holds">What this base can hold</h2>
                <p class="soft mb-2">On {{ $bases->title($plan->base->loader) }} at {{ $plan->base->gameVersion }}, today</p>
                @forelse ($holds[$plan->base->loader] as $kind => $count)
                    <div class="flex justify-between"><span
                            class="font-medium">{{ Stasimon\Core\Catalogue\Kind::from($kind)->word(2) }}</span><span
                            class="num">{{ $count }}</span></div>
                @empty
                    <p class="soft">Nothing in the depots runs on it.</p>
                @endforelse
                <h2 class="mt-6">Memory</h2>
                <p class="soft mb-2">2 GB is rarely enough with mods; 4 GB is the least for a large line-up.</p>
                @foreach ($game->memory as $choice)
                    <a class="choice" style="grid-template-columns: 60px 1fr" href="{{ $to(['memory' => $choice->megabytes]) }}"
                        @if ($choice->megabytes === $plan->base->memory) aria-current="true" @endif><span
                            class="ver">{{ $choice->gigabytes() }}</span><span
                            class="{{ $choice->recommended ? '' : 'soft' }}">{{ $choice->words }}</span></a>
                @endforeach
            </section>
        </div>
    </main>
</x-layout>
