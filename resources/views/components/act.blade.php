@props(['action', 'fields' => [], 'label' => null, 'instance' => null])
<form method="post" action="{{ $action }}" class="inline">
    @csrf @foreach ($fields as $name => $value)
        <input type="hidden" name="{{ $name }}" value="{{ $value }}">
        @endforeach @if ($instance?->draft)
            <input type="hidden" name="seen" value="{{ $instance->draft->revision }}">
        @endif
        <button class="link" @if ($label) aria-label="{{ $label }}" @endif>{{ $slot }}</button></form>
