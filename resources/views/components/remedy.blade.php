@props(['action', 'fields' => [], 'effect' => ''])
<form method="post" action="{{ $action }}">
    @csrf
    @foreach ($fields as $name => $value)
        <input type="hidden" name="{{ $name }}" value="{{ $value }}">
    @endforeach
    <button class="remedy"><span>{{ $slot }}</span><span>{{ $effect }}</span></button>
</form>
