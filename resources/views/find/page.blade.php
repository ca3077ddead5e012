<x-instance :instance="$instance" part="find" title="Find" quiet>
    <h1 class="sr-only">Find</h1>
    <div x-data="liveSearch">
        <form class="tools" action="{{ route('find', $instance) }}" x-ref="search" @input.debounce.150ms="search" @submit.prevent="search"
            role="search">
            <input type="search" name="q" value="{{ $query->words }}" class="w-[210px] max-w-full" aria-label="Words to look for"
                placeholder="Name, or what it is about" data-key="/" maxlength="200" autofocus>
            @foreach ([
        'fit' => ['Here', App\Find\Query::FITS],
        'kind' => ['Kind', ['' => 'all'] + collect(App\Find\Query::KINDS)->mapWithKeys(fn($kind) => [$kind->value =>
            $kind->word(2)])->all()],
        'category' => ['About', ['' => 'anything'] + array_combine($categories, $categories)],
        'side' => ['Side', ['' => 'any', 'client' => 'client only', 'server' => 'server only', 'both' => 'both']],
        'depot' => ['Depot', ['' => 'all'] + $depots->pluck('name', 'slug')->all()],
        'sort' => ['By', App\Find\Query::SORTS],
    ] as $field => [$words, $options])
                <span class="facet"><label class="soft" for="by-{{ $field }}">{{ $words }}</label> <select
                        id="by-{{ $field }}" name="{{ $field }}">
                        @foreach ($options as $value => $option)
                            <option value="{{ $value }}" @selected($query->{$field} === (string) $value)>{{ $option }}</option>
                        @endforeach
                    </select></span>
            @endforeach
            <noscript><button class="btn">Find</button></noscript>
        </form>
        <form method="post" action="{{ route('draft.add', $instance) }}" @change="count">
            @csrf
            <div x-ref="results">@include('find.results')</div>
            <div class="slab" x-cloak x-show="marked > 0" style="z-index: 5" role="region" aria-label="Marked">
                <b><span x-text="marked"></span> marked</b><span class="gap"></span>
                <button type="button" class="btn" @click="clear">Clear</button>
                <button class="btn main-act" data-key="a">Add to the draft <kbd>a</kbd></button>
            </div>
            <noscript>
                <p class="px-[18px] py-3"><button class="btn main-act">Add what is marked to the draft</button></p>
            </noscript>
        </form>
    </div>
</x-instance>
