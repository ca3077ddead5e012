<x-layout title="Find anything" :instance="$here">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-2">{{ $words === '' ? 'Find anything' : "What is called like “{$words}”" }}</h1>
        @if ($words === '')
            <p class="soft max-w-[75ch]">Write in the field above: the name of an instance, a mod, a world, a page, a file, a word that you
                do not know, or what to do, as in <i>rehearse Harbour Lights</i>.</p>
        @else
            <div class="hits">@include('anything.hits')</div>
        @endif
    </main>
</x-layout>
