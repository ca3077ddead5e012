@props(['instance', 'givenUp'])
@if ($givenUp)
    <h1 class="text-xl">This takes too long to work out</h1>
    <p class="max-w-[75ch]">A worker was at it for a minute and found neither a line-up nor a reason why there is none. The draft is kept as
        it is, and nothing on disk has changed.</p>
@else
    <div x-data="again(1500)">
        <h1 class="text-xl">Not worked out yet</h1>
        <p class="max-w-[75ch]" role="status">What this draft comes to takes longer than a page may. A worker is at it; this page shows it
            when it is found. You may go on meanwhile.</p>
    </div>
@endif
