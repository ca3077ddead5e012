@foreach ($window->rows as [$line, $times])
<p id="line-{{ $line->number }}" class="{{ $line->level }}"><a href="?line={{ $line->number }}#line-{{ $line->number }}" tabindex="-1">{{ $line->number }}</a><span>{{ $line->time }}</span><span>{{ $line->thread }}</span><span>{{ $line->level === 'text' ? '' : $line->level }}</span><span>{{ $line->logger }}</span><span>{{ $line->message }}@if ($times > 1) <b class="times">× {{ number_format($times) }}</b>@endif</span></p>
@endforeach
