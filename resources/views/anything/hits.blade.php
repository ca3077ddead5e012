@php(app(App\Pictures\Pictures::class)->of(array_filter(array_column($hits, 'drawn'))))
@if ($hits === [] && $words !== '')
    <p class="soft px-3 py-2">Nothing here is called like “{{ $words }}”.</p>
@endif
<ul role="listbox" aria-label="What was found">
    @foreach ($hits as $n => $hit)
        <li>
            @if ($hit->isAct)
                <form method="post" action="{{ $hit->address }}">@csrf
                    <button class="hit" role="option" id="hit-{{ $n }}" aria-selected="false"
                        tabindex="-1">@include('anything.hit')</button>
                </form>
            @else
                <a class="hit" role="option" id="hit-{{ $n }}" aria-selected="false" tabindex="-1"
                    href="{{ $hit->address }}">@include('anything.hit')</a>
            @endif
        </li>
    @endforeach
</ul>
