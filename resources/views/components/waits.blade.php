@props(['one', 'page'])
<p class="pair" title="{{ $one['text'] }}"><span>{{ $one['name'] }}</span><span
        class="soft">{{ implode(', ', array_filter([$one['last'], $page->pace($one['id'])])) }}</span></p>
