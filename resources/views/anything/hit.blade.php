<span class="what">{{ $hit->what }}</span>
@if ($hit->drawn !== '')
    {!! App\View\Drawn::ofPackage($hit->drawn, 16) !!}
@endif
<b>{{ $hit->title }}</b> <span class="soft">{{ $hit->more }}</span>
