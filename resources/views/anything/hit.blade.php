<span class="what">{{ $hit->what }}</span>
@if ($hit->drawn !== '')
    <x-drawn :name="$hit->drawn" size="16" />
@endif
<b>{{ $hit->title }}</b> <span class="soft">{{ $hit->more }}</span>
