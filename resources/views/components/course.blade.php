@props(['chart'])
@php($top = 19 * count($chart->phases))
@php($bottom = $chart->height() - 22)
<figure class="course scroll" tabindex="0" role="group" aria-label="The launch over time, drawn">
    <svg viewBox="0 0 {{ App\View\Rehearsals\CourseChart::WIDTH }} {{ $chart->height() }}" role="img"
        aria-label="A bar for each phase of the launch and for the start of each mod; the list of slowest starts says the same">
        @foreach ($chart->ticks as $tick)
            <line class="tick" x1="{{ $tick->x }}" x2="{{ $tick->x }}" y1="0" y2="{{ $bottom }}" /><text
                class="at" x="{{ $tick->x }}" y="{{ $bottom + 16 }}" text-anchor="middle">{{ $tick->label }}</text>
        @endforeach
        @foreach ($chart->phases as $i => $phase)
            <text x="0" y="{{ 19 * $i + 13 }}">{{ $phase->name }}</text>
            <rect class="{{ $phase->failed ? 'failed' : 'phase' }}" x="{{ $phase->x }}" y="{{ 19 * $i + 2 }}"
                width="{{ $phase->width }}" height="14" rx="2">
                <title>{{ $phase->words }}</title>
            </rect>
        @endforeach
        @if ($chart->lanes > 0)
            <text class="quiet" x="0" y="{{ $top + 8 * $chart->lanes + 6 }}">mod by mod</text>
        @endif
        @foreach ($chart->starts as $start)
            <rect class="{{ $start->failed ? 'failed' : 'start' }}" x="{{ $start->x }}" y="{{ $top + 4 + 16 * $start->lane }}"
                width="{{ $start->width }}" height="11" rx="2">
                <title>{{ $start->words }}</title>
            </rect>
            @if ($start->failed)
                <text class="bad" x="{{ $start->x - 6 }}" y="{{ $top + 14 + 16 * $start->lane }}"
                    text-anchor="end">{{ $start->name }}</text>
            @endif
        @endforeach
        @if ($chart->end !== null)
            <line class="end" x1="{{ $chart->end }}" x2="{{ $chart->end }}" y1="0" y2="{{ $bottom }}" />
        @endif
    </svg>
</figure>
