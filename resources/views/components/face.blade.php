{{-- The picture of an instance: the one that it was given, or one drawn from its name. --}}
@props(['instance', 'size' => 24])
@if ($instance->picture)
    <img class="drawn" src="{{ route('about.picture', $instance) }}" alt="" width="{{ $size }}" height="{{ $size }}" loading="lazy">
@else
    {!! App\View\Drawn::as($instance->id, (int) $size) !!}
@endif
