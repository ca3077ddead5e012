@php([$instance, $query] = [$page->instance, $page->query])
<x-instance :instance="$instance" part="find" title="Find" quiet>
    <h1 class="sr-only">Find</h1>
    <div x-data="liveSearch('{{ route('find.basket', $instance) }}')">
        <form class="tools" action="{{ route('find', $instance) }}" x-ref="search" @input.debounce.150ms="search" @submit.prevent="search"
            role="search">
            <input type="search" name="q" value="{{ $query->words }}" class="w-[210px] max-w-full" aria-label="Words to look for"
                placeholder="Name, or what it is about" data-key="/" maxlength="200" autofocus>
            <x-find-facets :query="$query" :categories="$categories" :depots="$depots" fits />
            <noscript><button class="btn">Find</button></noscript>
        </form>
        <form method="post" action="{{ route('draft.add', $instance) }}" @change="count" @click="mark($event)">
            @csrf
            <div x-ref="results">@include('find.results')</div>
            <span x-ref="kept"></span>
            <div class="slab" x-cloak x-show="marked > 0" style="z-index: 5" role="region" aria-label="Marked">
                <b><span x-text="marked"></span> marked</b><span x-text="basket" role="status"></span><span
                    class="gap"></span>
                <button type="button" class="btn" @click="clear">Clear</button>
                <button class="btn" formaction="{{ route('find.pair', $instance) }}" x-show="marked === 2">Side by side</button>
                <button class="btn" formaction="{{ route('packages.say', $instance) }}" x-show="marked < 3">Say what you found
                    out</button>
                <button class="btn main-act" data-key="a">Add to the draft <kbd>a</kbd></button>
            </div>
            <noscript>
                <p class="px-[18px] py-3"><button class="btn main-act">Add what is marked to the draft</button></p>
            </noscript>
        </form>
        <form method="post" action="{{ route('draft.range', $instance) }}" x-ref="exactly" hidden>@csrf
            <input type="hidden" name="id"><input type="hidden" name="range">
            @if ($instance->draft)
                <input type="hidden" name="seen" value="{{ $instance->draft->revision }}">
            @endif
        </form>
    </div>
</x-instance>
