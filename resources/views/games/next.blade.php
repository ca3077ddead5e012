@if ($page->taught)
    <h2 class="mt-5 mb-1">What is next</h2>
    <ol class="checklist">
        @foreach ($page->next($installs) as [$done, $what, $where])
            <li><span class="{{ $done ? 'good' : 'warn' }}" aria-hidden="true">{{ $done ? '✓' : '–' }}</span>
                @if ($done)
                    {{ $what }}<span class="sr-only">, done</span>
                @else
                    <a class="link underline" href="{{ $where }}">{{ $what }}</a>
                @endif
            </li>
        @endforeach
    </ol>
@endif
