@foreach ($lines as $line)
<p id="line-{{ $line->number }}" data-line class="{{ $line->level }}"><span>{{ $line->number }}</span><span>{{ $line->time }}</span><span>{{ $line->thread }}</span><span>{{ $line->level === 'text' ? '' : $line->level }}</span><span>{{ $line->logger }}</span><span>{{ $line->message }}</span></p>
@endforeach
