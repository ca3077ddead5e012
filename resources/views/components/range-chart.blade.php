@props(['chart'])
<figure class="range-chart">
    <div class="scroll" tabindex="0" role="group" aria-label="{{ $chart->title }}, drawn">
        <svg viewBox="0 0 {{ $chart::WIDTH }} {{ $chart->height() }}" width="{{ $chart::WIDTH }}" role="img"
            aria-label="{{ $chart->title }}. {{ $chart->conclusion }}">
            @foreach ($chart->best as $band)
                <rect class="best" x="{{ $band['x'] }}" y="{{ $chart::TOP - 6 }}" width="{{ $band['width'] }}"
                    height="{{ $chart->height() - $chart::TOP + 6 }}" />
            @endforeach
            @foreach ($chart->ticks as $tick)
                <text class="tick" x="{{ $tick['x'] }}" y="14">{{ $tick['text'] }}</text>
            @endforeach
            @foreach ($chart->stops as $stop)
                <line class="stop" x1="{{ $stop }}" x2="{{ $stop }}" y1="{{ $chart::TOP - 8 }}"
                    y2="{{ $chart->height() }}" />
            @endforeach
            @foreach ($chart->rows as $i => $row)
                @php($y = $chart::TOP + $i * $chart::ROW)
                <text x="0" y="{{ $y + 12 }}">{{ Str::limit($row['label'], 40, '…') }}<tspan class="words" dx="10">
                        {{ Str::limit($row['words'], 60, '…') }}</tspan></text>
                @forelse ($row['bars'] as $bar)
                    <rect class="bar" x="{{ $bar['x'] + 1 }}" y="{{ $y + 18 }}" width="{{ max(2, $bar['width'] - 2) }}"
                        height="12">
                        <title>{{ $row['label'] }}: {{ $bar['releases'] }}</title>
                    </rect>
                @empty
                    <text class="none" x="0" y="{{ $y + 28 }}">no such release</text>
                @endforelse
            @endforeach
        </svg>
    </div>
    <figcaption>{{ $chart->conclusion }}</figcaption>
    <details>
        <summary class="soft cursor-pointer">As a table</summary>
        <table class="grid-table plain">
            <thead>
                <tr>
                    <th>Asked by</th>
                    <th>Range</th>
                    <th>Releases that meet it</th>
                </tr>
            </thead>
            <tbody>
                @foreach ($chart->rows as $row)
                    <tr>
                        <td class="name">{{ $row['label'] }}</td>
                        <td>{{ $row['words'] }}</td>
                        <td class="ver">{{ collect($row['bars'])->pluck('releases')->join(', ') ?: 'none' }}</td>
                    </tr>
                @endforeach
            </tbody>
        </table>
    </details>
</figure>
