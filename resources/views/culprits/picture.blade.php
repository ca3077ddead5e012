@php($wants = collect($search->wants))
@php($cell = max(2, min(14, intdiv(760, max(1, $wants->count())))))
@php($place = $wants->flip())
@php($high = 9)
@php($left = $step->next === null ? 0 : $step->left)
<div role="status">
    @if ($search->state->value === 'done' && ($search->culprits ?? []) === [])
        <h1 class="text-2xl">No mod is the culprit</h1><p class="max-w-[75ch]">Nothing that was launched failed in the same way.</p>
    @elseif ($search->state->value === 'done')
        <h1 class="text-2xl {{ $search->flaky ? 'warn' : 'bad' }}">{{ collect($search->culprits)->map(fn ($id) => $names[$id]
            ?? $id)->join(', ', ' and ') }}</h1>
        <p class="max-w-[75ch]">{{ match (true) {
            $search->layered => 'The game comes up with all that lies under it, and not with it.',
            count($search->culprits) === 1 => 'The game does not come up with it, and comes up without.',
            default => 'The game does not come up with them together; with any one of them left out, it does.',
        } }} {{ count($search->launches) }}
            launches{{ $search->asks ? ', judged by you' : ', the last to confirm' }}.</p>
        @if ($search->flaky)<p class="warn">Launches with the same mods went differently: the fault comes and goes, so this may not be all
            of it.</p>@endif
    @else
        <h1 class="text-2xl">{{ match ($search->state->value) { 'stopped' => 'Stopped', 'asking' => 'Did it work?',
            default => 'Looking for the culprit' } }}</h1>
        <p class="soft">{{ $left }} of {{ $wants->count() }} mods are left that may have to do with it; {{ $step->expected() }} more
            {{ $step->expected() === 1 ? 'launch' : 'launches' }} if it is a single one.
            {{ match ($search->state->value) { 'stopped' => 'What was learned is kept.',
            'asking' => 'The last launch had '.count($search->asked ?? []).' of them. Only you can see whether the fault was there.',
            default => 'You may leave this page; it goes on.' } }}@if ($search->flaky) The fault comes and goes, so a launch that comes up
            is repeated before that is believed.@endif</p>
    @endif
</div>
<figure class="search">
    <div class="scroll" tabindex="0" role="group" aria-label="The launches, drawn">
    <svg width="{{ 96 + $wants->count() * $cell }}" height="{{ max(1, count($search->launches)) * ($high + 3) + 4 }}" role="img"
        aria-label="A row for each launch and a column for each mod; the list of launches says the same">
        @foreach ($search->launches as $i => $launch)
            @php($y = 2 + $i * ($high + 3))
            @php($waits = $search->state->value === 'asking' && $loop->last)
            <text x="0" y="{{ $y + 8 }}"
                class="{{ $waits ? 'other' : $launch['outcome'] }}">{{ $waits ? 'your word' : ($launch['outcome'] === 'passed' ? 'came up'
                : ($launch['outcome'] === 'failed' ? 'failed' : 'other fault')) }}</text>
            <rect class="none" x="86" y="{{ $y }}" width="{{ $wants->count() * $cell }}" height="{{ $high }}" />
            <path class="{{ $waits ? 'other' : $launch['outcome'] }}"
                d="@foreach ($launch['wants'] as $id)M{{ 86 + $place[$id] * $cell }} {{ $y }}h{{ max(1, $cell - ($cell > 3 ? 1
                : 0)) }}v{{ $high }}h-{{ max(1, $cell - ($cell > 3 ? 1 : 0)) }}z @endforeach" />
        @endforeach
    </svg>
    </div>
    <figcaption class="soft">A row for each launch, a column for each mod that was asked for. Red rows fail; what they have in common
        narrows.</figcaption>
    <details class="pt-2"><summary class="soft cursor-pointer">As a list</summary>
        <ol class="why">@foreach ($search->launches as $launch)<li>{{ count($launch['wants']) }}
                {{ Str::plural('mod', count($launch['wants'])) }}:
            {{ $search->state->value === 'asking' && $loop->last ? 'waits for your word' : ($launch['outcome'] === 'passed' ? 'came up'
            : ($launch['outcome'] === 'failed' ? 'failed in the same way' : 'stopped for another reason')) }}{{ $launch['again']
            && ! ($search->state->value === 'asking' && $loop->last) ? ', a repetition' : '' }},
            {{ number_format($launch['milliseconds'] / 1000, 1) }} s.
            <span class="soft">{{ collect($launch['wants'])->take(6)->map(fn ($id) => $names[$id]
            ?? $id)->join(', ') }}{{ count($launch['wants']) > 6 ? ' and '.(count($launch['wants']) - 6).' more'
            : '' }}</span></li>@endforeach</ol>
    </details>
</figure>
