@props(['instance'])
<form method="post" action="{{ route('build', $instance) }}">@csrf @if ($instance->draft)
        <input type="hidden" name="seen" value="{{ $instance->draft->revision }}">
    @endif
    <button class="btn"
        title="Apply, rehearse, take what helps and loses nothing, again, until a launch is clean or you have to decide">Build
        until it launches</button></form>
