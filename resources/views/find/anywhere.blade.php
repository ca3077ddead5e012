@php([$query, $list] = [$page->query, $page->list])
<x-layout title="Find">
    <main id="main" class="pt-5 pb-16">
        <div class="px-[18px]">
            <p class="soft"><a class="link underline" href="{{ route('wishes') }}">Wish lists</a></p>
            <h1 class="text-2xl mb-2">{{ $list ? "For {$list->name}" : 'Find in every depot' }}</h1>
        </div>
        <div x-data="liveSearch()">
            <form class="tools" action="{{ route('find.all') }}" x-ref="search" @input.debounce.150ms="search" @submit.prevent="search"
                role="search">
                <input type="search" name="q" value="{{ $query->words }}" class="w-[210px] max-w-full" aria-label="Words to look for"
                    placeholder="Name, or what it is about" data-key="/" maxlength="200" autofocus>
                @if ($list)
                    <input type="hidden" name="list" value="{{ $list->id }}">
                @else
                    <span class="facet"><label class="soft" for="of-game">For</label> <select id="of-game" name="game"
                            @change="$el.form.submit()">
                            @foreach ($games as $id => $name)
                                <option value="{{ $id }}" @selected($page->game === (string) $id)>{{ $name }}</option>
                            @endforeach
                        </select></span>
                @endif
                <x-find-facets :query="$query" :categories="$categories" :depots="$depots" />
                <noscript><button class="btn">Find</button></noscript>
            </form>
            <form method="post" action="{{ route('wishes.mark') }}" @change="count" @click="mark($event)">
                @csrf
                <input type="hidden" name="list" value="{{ $list?->id }}"><input type="hidden" name="game" value="{{ $page->game }}">
                <div x-ref="results">@include('find.results')</div>
                <span x-ref="kept"></span>
                <div class="slab" x-cloak x-show="marked > 0" style="z-index: 5" role="region" aria-label="Marked">
                    <b><span x-text="marked"></span> marked</b><span class="gap"></span>
                    <button type="button" class="btn" @click="clear">Clear</button>
                    <button class="btn main-act" data-key="a">{{ $list ? 'Wish for them too' : 'Where could these live?' }}
                        <kbd>a</kbd></button>
                </div>
                <noscript>
                    <p class="px-[18px] py-3"><button class="btn main-act">Wish for what is marked</button></p>
                </noscript>
            </form>
        </div>
    </main>
</x-layout>
