@php($isHere = fn(App\View\Places\Place $place) => request()->routeIs($place->route))
@php($places = collect(App\View\Places\Places::house()))
<nav class="bar" aria-label="Places" x-data="{ open: false }" :class="open && 'open'" @click.outside="open = false"
    @keydown.escape="open = false">
    <span class="links">
        @foreach ($places->where('isInBar') as $place)
            <a href="{{ $place->address() }}" title="{{ ucfirst($place->help) }}"
                @if ($place->key !== '') data-go="{{ $place->key }}" @endif
                @if ($isHere($place)) aria-current="page" @endif>{{ $place->name }}</a>
        @endforeach
        <span class="rest">
            @foreach ($places->where('isInBar', false) as $place)
                <a href="{{ $place->address() }}" title="{{ ucfirst($place->help) }}"
                    @if ($place->key !== '') data-go="{{ $place->key }}" @endif
                    @if ($isHere($place)) aria-current="page" @endif>{{ $place->name }}</a>
            @endforeach
        </span>
    </span>
    <button type="button" :aria-expanded="open" aria-expanded="false" @click="open = ! open"><span class="wide-word">More</span><span
            class="narrow-word">Places</span></button>
    <noscript>
        <style>.bar .links, .bar .rest { display: contents } .bar { flex-wrap: wrap } .bar button { display: none }</style>
    </noscript>
</nav>
