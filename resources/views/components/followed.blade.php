@props(['chart', 'version'])
<figure class="followed mt-4">
    <figcaption class="font-medium">Followed to {{ $version }}</figcaption>
    <svg viewBox="0 0 {{ $chart::WIDTH }} {{ $chart::HEIGHT }}" role="img" aria-label="{{ count($chart->forecast->had) }} of
        {{ $chart->forecast->total }} had followed after {{ $chart->forecast->age }} days. {{ $chart->forecast->words() }}">
        <line x1="0" x2="{{ $chart::WIDTH }}" y1="{{ $chart->y(0) }}" y2="{{ $chart->y(0) }}" class="axis" />
        <line x1="0" x2="{{ $chart::WIDTH }}" y1="{{ $chart->y($chart->forecast->total) }}" y2="{{ $chart->y($chart->forecast->total) }}"
            class="goal" />
        @if ($chart->band() !== '')
            <polygon points="{{ $chart->band() }}" class="band" />
        @endif
        <polyline points="{{ $chart->line() }}" class="had" />
        <line x1="{{ $chart->x($chart->forecast->age) }}" x2="{{ $chart->x($chart->forecast->age) }}" y1="14" y2="{{ $chart->y(0) }}"
            class="goal" />
        @if ($chart->x($chart->forecast->age) > 90)
            <text x="2" y="{{ $chart::HEIGHT - 4 }}">day 0</text>
        @endif
        <text x="{{ max(2, $chart->x($chart->forecast->age)) }}" y="{{ $chart::HEIGHT - 4 }}"
            text-anchor="{{ $chart->anchor() }}">today, day {{ $chart->forecast->age }}</text>
        <text x="{{ $chart::WIDTH - 2 }}" y="{{ $chart->y($chart->forecast->total) - 4 }}"
            text-anchor="end">{{ $chart->forecast->total }}</text>
    </svg>
    <p>{{ count($chart->forecast->had) }} of {{ $chart->forecast->total }} have followed. {{ $chart->forecast->words() }}</p>
    <table class="sr-only">
        <caption>How many had followed</caption>
        @foreach ($chart->rows() as [$day, $count])
            <tr>
                <th scope="row">{{ $day }}</th>
                <td>{{ $count }}</td>
            </tr>
        @endforeach
    </table>
</figure>
