@props(['instance' => null])
<div class="ask" x-data="anything('{{ route('anything.hits') }}', '{{ $instance?->id }}')" @click.outside="close" @keydown.escape="close"
    @keydown.arrow-down.prevent="choose(at + 1)" @keydown.arrow-up.prevent="choose(at - 1)">
    <form action="{{ route('anything') }}" role="search" @submit="go($event)">
        <input type="search" name="q" x-ref="words" role="combobox" aria-label="Find anything" placeholder="Find anything"
            autocomplete="off"
            aria-controls="hits" aria-expanded="false" :aria-expanded="open" aria-autocomplete="list" data-key="/" maxlength="200"
            @input="ask" @focus="$refs.hits.innerHTML.trim() !== '' && (open = true)">
        @if ($instance)
            <input type="hidden" name="instance" value="{{ $instance->id }}">
        @endif
        <kbd aria-hidden="true">/</kbd>
    </form>
    <div class="hits" id="hits" x-ref="hits" x-show="open" x-cloak></div>
</div>
