@props(['places', 'instance' => null])
<dl class="places">
    @foreach ($places as $place)
        @if ($place->occasion === App\View\Places\Occasion::Always)
            <dt><a class="link" href="{{ $place->address($instance) }}">{{ $place->name }}</a>
                @if ($place->key !== '')
                    <kbd>g {{ $place->key }}</kbd>
                @endif
            </dt>
            <dd>{{ $place->help }}</dd>
        @endif
    @endforeach
</dl>
