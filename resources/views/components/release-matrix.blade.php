@props(['matrix', 'name'])
@php($cell = $matrix::CELL)
<figure class="matrix">
    <div class="scroll" tabindex="0" role="group" aria-label="Releases of {{ $name }}, drawn">
        <svg viewBox="0 0 {{ $matrix->width() }} {{ $matrix->height() }}" width="{{ $matrix->width() }}" height="{{ $matrix->height() }}"
            role="img" aria-label="Which release is for which game version and loader; the list of releases says the same">
            @foreach ($matrix->columns as $c => $column)
                @php($x = $matrix::LEFT + $c * $cell)
                @if ($column['here'])
                    <rect class="band" x="{{ $x }}" y="{{ $matrix::TOP - 44 }}" width="{{ $cell }}"
                        height="{{ $matrix->height() - $matrix::TOP + 44 }}" />
                @endif
                @if ($column['first'])
                    <text class="loader" x="{{ $x + 2 }}" y="12">{{ $column['loader'] }}</text>
                    <line class="edge" x1="{{ $x - 0.5 }}" x2="{{ $x - 0.5 }}" y1="4" y2="{{ $matrix->height() }}" />
                @endif
                <text class="version {{ $column['here'] ? 'here' : '' }}"
                    transform="translate({{ $x + $cell / 2 + 4 }} {{ $matrix::TOP - 5 }}) rotate(-90)">{{ $column['version'] }}</text>
            @endforeach
            @foreach ($matrix->rows as $r => $row)
                @php($y = $matrix::TOP + $r * $cell)
                <text class="release {{ $row['here'] ? 'here' : '' }}" x="{{ $matrix::LEFT - 8 }}"
                    y="{{ $y + 11 }}">{{ Str::limit($row['version'], 14, '…') }}</text>
                @foreach ($row['cells'] as $c)
                    <rect class="cell {{ $row['channel'] }} {{ $row['here'] ? 'here' : '' }}" x="{{ $matrix::LEFT + $c * $cell + 2.5 }}"
                        y="{{ $y + 2.5 }}" width="{{ $cell - 5 }}" height="{{ $cell - 5 }}">
                        <title>{{ $row['version'] }} ({{ $row['channel'] }}): {{ $matrix->columns[$c]['version'] }},
                            {{ $matrix->columns[$c]['loader'] }}</title>
                    </rect>
                @endforeach
            @endforeach
        </svg>
    </div>
    <figcaption class="soft">
        @if (collect($matrix->rows)->contains(fn($row) => $row['channel'] !== 'stable'))
            Full squares are stable releases, outlined ones beta or alpha.
            @endif The band is this instance.@if ($matrix->more > 0)
                {{ $matrix->more }} older {{ $matrix->more === 1 ? 'release is' : 'releases are' }} left out.
            @endif
    </figcaption>
</figure>
