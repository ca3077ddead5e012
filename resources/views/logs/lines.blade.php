{{-- Every blank here is one in the log: its lines are shown as they are. --}}
@foreach ($window->rows as [$line, $times])
    <p id="line-{{ $line->number }}" class="{{ $line->levelName() }}"><a href="?line={{ $line->number }}#line-{{ $line->number }}"
            tabindex="-1">{{ $line->number }}</a><span>{{ $line->clock() }}</span><span>{{ $line->thread }}</span><span
            >{{ $line->level?->value }}</span><span>{{ $line->logger }}</span><span
            >{{ $line->inOneLine() }}@if ($times > 1)<b class="times"> × {{ number_format($times) }}</b>@endif</span></p>
@endforeach
