@if ($paginator->hasPages())
    <nav class="acts" aria-label="Pages">
        @unless ($paginator->onFirstPage())
            <a class="btn" rel="prev" href="{{ $paginator->previousPageUrl() }}">Before</a>
        @endunless
        <span class="soft">page {{ $paginator->currentPage() }} of {{ $paginator->lastPage() }}</span>
        @if ($paginator->hasMorePages())
            <a class="btn" rel="next" href="{{ $paginator->nextPageUrl() }}">More</a>
        @endif
    </nav>
@endif
