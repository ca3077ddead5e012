@if ($others->isEmpty())
    <p class="soft">There is no other instance. <a class="link underline" href="{{ route('new') }}">Make one</a></p>
@else
    @if ($others->count() > 8)
        <input type="search" aria-label="Only those called like this" placeholder="Only called like…" x-data
            @input="$el.parentElement.querySelectorAll('li').forEach(one => one.hidden =
                ! one.textContent.toLowerCase().includes($el.value.trim().toLowerCase()))">
    @endif
    <ul>
        @foreach ($others as $other)
            <li><a href="{{ $place->address($other) }}"><x-face :instance="$other" size="18" /> {{ $other->name }}</a></li>
        @endforeach
    </ul>
@endif
