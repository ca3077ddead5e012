@props(['action', 'fields' => [], 'key' => null, 'instance' => null, 'main' => false])
<form method="post" action="{{ $action }}" class="inline">
    @csrf @foreach ($fields as $name => $value)
        <input type="hidden" name="{{ $name }}" value="{{ $value }}">
        @endforeach @if ($instance?->draft)
            <input type="hidden" name="seen" value="{{ $instance->draft->revision }}">
        @endif
        <button class="btn {{ $main ? 'main-act' : '' }}" @if ($key) data-key="{{ $key }}" @endif>
            {{ $slot }}@if ($key)
                <kbd>{{ $key }}</kbd>
            @endif
        </button></form>
