<x-instance :instance="$instance" part="find" title="Find" quiet>
    <div x-data="liveSearch">
        <form class="tools" action="{{ route('find', $instance) }}" x-ref="search" @input.debounce.150ms="search" @submit.prevent="search" role="search">
            <input type="search" name="q" value="{{ $words }}" class="w-[340px] max-w-full" aria-label="Words to look for" placeholder="Name, or what it is about" data-key="/" maxlength="200" autofocus>
            <label class="soft" for="kind">Kind</label>
            <select id="kind" name="kind"><option value="">all</option>@foreach (['mod', 'library', 'resource-pack', 'shader-pack', 'data-pack'] as $one)<option value="{{ $one }}" @selected($kind === $one)>{{ Stasimon\Core\Catalogue\Kind::from($one)->word(2) }}</option>@endforeach</select>
            <noscript><button class="btn">Find</button></noscript>
        </form>
        <form method="post" action="{{ route('draft.add', $instance) }}" @change="count">
            @csrf
            <div x-ref="results">@include('instances.find-results')</div>
            <div class="slab" x-cloak x-show="marked > 0" style="z-index: 5">
                <b><span x-text="marked"></span> marked</b><span class="gap"></span>
                <button type="button" class="btn" @click="clear">Clear</button>
                <button class="btn main-act" data-key="a">Add to the draft <kbd>a</kbd></button>
            </div>
            <noscript><p class="px-[18px] py-3"><button class="btn main-act">Add what is marked to the draft</button></p></noscript>
        </form>
    </div>
</x-instance>
