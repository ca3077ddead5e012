<x-instance :instance="$instance" part="stages" title="Stages" quiet>
    <div class="px-[18px] pb-6 max-w-[90ch]">
        <h1 class="text-2xl mb-1">Stages</h1>
        <p class="soft">Some installs go in steps: play what is there to its end, then add the next. Each stage says what it changes,
            what to do, and what has to be true before the next one. Going on puts it into the draft; going back brings configs and
            worlds back, too.</p>
        @foreach ($stages as $stage)
            <section class="stage {{ $stage->isNow() ? 'now' : '' }}" aria-label="Stage {{ $loop->iteration }}">
                <h2><span class="ver quiet">{{ $loop->iteration }}</span> {{ $stage->title }}
                    <span class="font-normal text-sm {{ $stage->done_at ? 'good' : ($stage->isNow() ? '' : 'soft') }}">
                        {{ $stage->stands() }}</span></h2>
                @if ($stage->adds !== [] || $stage->drops !== [])
                    <p class="soft">
                        @foreach ($stage->adds as $id => $range)
                            <span class="good">+</span>
                            {{ ($names[$id] ?? $id) . ($range === '*' ? '' : " {$range}") . ($loop->last ? '' : ',') }}
                        @endforeach
                        @foreach ($stage->drops as $id)
                            <span class="bad">−</span> {{ $names[$id] ?? $id }}{{ $loop->last ? '' : ',' }}
                        @endforeach
                    </p>
                @endif
                @if ($stage->instruction !== '')
                    <div class="written">{!! $stage->written() !!}</div>
                @endif
                <p class="soft">Before the next one:
                    {{ $stage->sentence($names) }}
                    @if ($stage->entered_at === null)
                        <form method="post" action="{{ route('stages.destroy', [$instance, $stage]) }}" class="inline">@csrf
                            @method('delete')<button class="link" aria-label="Take out {{ $stage->title }}">take it out</button></form>
                    @endif
                </p>
            </section>
        @endforeach
        @if ($now || $next)
            <div class="acts mt-3" style="justify-content: flex-start">
                @if ($waits !== '')
                    <p class="warn">{{ $waits }}</p>
                @else
                    <form method="post" action="{{ route('stages.on', $instance) }}">@csrf
                        <input type="hidden" name="shown" value="{{ $now?->id }}">
                        @if ($now?->condition->value === 'word')
                            <label class="mr-3"><input type="checkbox" name="word" value="1" required> It is so: {{ $now->about }}</label>
                        @endif
                        <button class="btn main-act">{{ $next ? 'Go on: ' . $next->title : 'That was the last one' }}</button>
                    </form>
                @endif
                @if ($stages->contains(fn($stage) => $stage->entered_at !== null))
                    <form method="post" action="{{ route('stages.back', $instance) }}">@csrf<button class="btn">Go back before
                            {{ $stages->last(fn($stage) => $stage->entered_at !== null)->title }}</button></form>
                @endif
            </div>
        @endif
        @if ($stages->isEmpty() && $instance->applied_at)
            <form method="post" action="{{ route('stages.of-history', $instance) }}" class="mt-3">@csrf<button class="btn">Write down
                    what was done so far</button></form>
        @endif
        <details class="mt-5" @if ($stages->isEmpty() || $errors->any()) open @endif>
            <summary class="link">Write {{ $stages->isEmpty() ? 'the first' : 'the next' }} stage down</summary>
            <form method="post" action="{{ route('stages.store', $instance) }}" class="drop mt-2">@csrf
                <div class="fields">
                    <label for="title">Name</label><input type="text" id="title" name="title" maxlength="80" required
                        value="{{ old('title') }}">
                    <label for="instruction">What to do, in Markdown</label>
                    <textarea id="instruction" name="instruction" rows="4" maxlength="20000">{{ old('instruction') }}</textarea>
                    <label for="condition">Before the next one</label>
                    <select id="condition" name="condition">
                        <option value="clean" @selected(old('condition') === 'clean')>it comes up clean</option>
                        <option value="word" @selected(old('condition') === 'word')>I say that something is so</option>
                        <option value="gone" @selected(old('condition') === 'gone')>nothing of a mod is left in the worlds</option>
                    </select>
                    <label for="about">The sentence, or the mod</label><input type="text" id="about" name="about" maxlength="200"
                        list="mods" value="{{ old('about') }}">
                    <datalist id="mods">
                        @foreach ($names as $name)
                            <option value="{{ $name }}">
                        @endforeach
                    </datalist>
                </div>
                @if ($instance->draft)
                    <label class="block mt-2"><input type="checkbox" name="drafted" value="1" checked> It changes what the draft
                        changes now; the draft is thrown away and comes with the stage</label>
                @else
                    <p class="soft mt-2">What it changes is what a draft changes: make that first, and come back here.</p>
                @endif
                <button class="btn mt-2">Write it down</button>
            </form>
        </details>
    </div>
</x-instance>
