{{-- The picture of a package: the one that its depot has, once it is here, or one drawn from its name. --}}
@props(['name', 'size' => 24, 'package' => true])
@php($address = $package ? app(App\Pictures\Pictures::class)->address($name) : '')
@if ($address !== '')
    <img class="drawn" src="{{ $address }}" alt="" width="{{ $size }}" height="{{ $size }}" loading="lazy">
@else
    <svg class="drawn" viewBox="0 0 32 32" width="{{ $size }}" height="{{ $size }}"
        aria-hidden="true">{!! App\View\Drawn::within($name) !!}</svg>
@endif
