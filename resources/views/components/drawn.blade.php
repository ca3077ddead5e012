{{-- A picture of what has none of its own, drawn from its name. --}}
@props(['name', 'size' => 24])
<svg class="drawn" viewBox="0 0 32 32" width="{{ $size }}" height="{{ $size }}"
    aria-hidden="true">{!! App\View\Drawn::within($name) !!}</svg>
