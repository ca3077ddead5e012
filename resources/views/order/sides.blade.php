@php($winner = collect($page->shown())->first())
<div class="sides">
    @foreach ($page->shown() as $id => $content)
        <div>
            <div class="{{ $loop->first ? 'good' : 'soft' }}">{{ $page->name($id) }}{{ $loop->first ? ', which wins' : '' }}</div>
            @if (!is_string($content))
                <p class="soft">{{ $content->getMessage() }}</p>
            @else
                @php($address = route('order.side', ['instance' => $instance, 'list' => $page->list->key, 'path' => $page->path,
                    'of' => $id]))
                @switch(App\Orders\SeenContent::kind($content))
                    @case('picture')
                        <img src="{{ $address }}" alt="{{ $page->path }} of {{ $page->name($id) }}" loading="lazy">
                    @break

                    @case('sound')
                        <audio controls preload="none" src="{{ $address }}"></audio>
                    @break

                    @case('text')
                        @if ($loop->first)
                            <pre class="ver">{{ mb_strimwidth($content, 0, 600, '…') }}</pre>
                        @elseif (is_string($winner))
                            @foreach ($page->differences($winner, $content) as $place)
                                <div class="difference">
                                    @if ($place->key !== [])
                                        <div class="soft ver">{{ $place->name() }}</div>
                                    @endif
                                    @foreach (array_slice($place->was, 0, 4) as $line)
                                        <div class="ver was">{{ $line }}</div>
                                    @endforeach
                                    @foreach (array_slice($place->now, 0, 4) as $line)
                                        <div class="ver now">{{ $line }}</div>
                                    @endforeach
                                </div>
                            @endforeach
                        @endif
                    @break

                    @default
                        <p class="soft">{{ App\View\Bytes::words(strlen($content)) }} that cannot be shown</p>
                @endswitch
            @endif
        </div>
    @endforeach
</div>
