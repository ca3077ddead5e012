@use('Stasimon\Core\Catalogue\Kind')
@props(['theatre'])
@php($floor = $theatre->floor())
@php($middle = $theatre->middle)
@php($half = fn(float $radius)
    => 'M' . ($middle - $radius) . ' ' . $floor . 'A' . $radius . ' ' . $radius . ' 0 0 1 ' . ($middle + $radius) . ' ' . $floor)
<figure class="theatre"
    x-data="theatre({{ Js::from(collect($theatre->seats())->map->drawn()) }}, {{ $middle }}, {{ $floor }})">
    <p class="theatre-says" aria-live="polite" x-text="says">{{ count($theatre->seats()) }} seats. Point at one, or move with the arrow
        keys,
        to see what it rests on.</p>
    <div class="scroll">
        <svg viewBox="0 0 {{ $theatre->width() }} {{ $theatre->height }}"
            style="min-width: {{ (int) min(620, $theatre->width() * 0.55) }}px"
            role="group" aria-label="The line-up as an amphitheatre; the table says the same" x-on:keydown="move($event)"
            x-on:mouseleave="leave()">
            @foreach ($theatre->tiers as $tier)
                <path class="arc" d="{{ $half($tier->arc) }}" />
            @endforeach
            <path class="ring"
                d="{{ $half($theatre::RING) }}L{{ $middle + $theatre::STAGE + 6 }} {{ $floor }}A{{ $theatre::STAGE + 6 }}
                    {{ $theatre::STAGE + 6 }} 0 0 0 {{ $middle - $theatre::STAGE - 6 }} {{ $floor }}Z" />
            <path class="stage" d="{{ $half($theatre::STAGE) }}Z" />
            <path id="ring-line" d="{{ $half(($theatre::RING + $theatre::STAGE) / 2 - 2) }}" fill="none" />
            <text class="ring-text">
                <textPath href="#ring-line" startOffset="27%">
                    {{ Str::limit($theatre->name(Kind::Loader) . ' ' . $theatre->version(Kind::Loader), 20, '…') }}</textPath>
            </text>
            <text class="ring-text">
                <textPath href="#ring-line" startOffset="76%">
                    {{ Str::limit($theatre->name(Kind::Runtime) . ' ' . $theatre->version(Kind::Runtime), 16, '…') }}</textPath>
            </text>
            <text class="stage-name" x="{{ $middle }}"
                y="{{ $floor - 34 }}">{{ Str::limit($theatre->name(Kind::Game), 15, '…') }}</text>
            <text class="stage-version" x="{{ $middle }}" y="{{ $floor - 14 }}">{{ $theatre->version(Kind::Game) }}</text>
            @php($n = 0)
            @foreach ($theatre->tiers as $tier)
                <g role="group" aria-label="{{ $tier->name }}">
                    @foreach ($tier->rows as $r => $row)
                        @foreach ($row as $seat)
                            <g class="seat {{ Str::lower($tier->name) }} {{ $seat->finding?->level->value }}
                                {{ $seat->isShown ? '' : 'off' }}"
                                data-seat="{{ $n }}" data-row="{{ $tier->name . $r }}" tabindex="{{ $n === 0 ? 0 : -1 }}"
                                role="img"
                                aria-label="{{ $seat->words() }}"
                                x-on:mouseenter="point({{ $n }})" x-on:focus="point({{ $n }})" x-on:blur="leave()">
                                <path d="{{ $seat->wedge->path() }}" />
                                @if ($seat->finding)
                                    <rect class="sign" x="{{ $seat->wedge->x() - 4 }}" y="{{ $seat->wedge->y() - 4 }}" width="8"
                                        height="8" />
                                    @if ($seat->finding->level === App\Findings\Level::Breaks)
                                        <rect class="half" x="{{ $seat->wedge->x() - 4 }}" y="{{ $seat->wedge->y() }}" width="8"
                                            height="4" />
                                    @endif
                                @endif
                            </g>
                            @php($n++)
                        @endforeach
                    @endforeach
                </g>
            @endforeach
            <g x-ref="threads" class="threads"></g>
            <g x-ref="labels" class="labels" aria-hidden="true"></g>
        </svg>
    </div>
    <figcaption>
        @foreach ($theatre->tiers as $tier)
            <span><b>{{ $tier->name }}</b> {{ $tier->count() }}</span>
        @endforeach
    </figcaption>
</figure>
