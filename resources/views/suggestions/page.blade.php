<x-instance :instance="$instance" part="suggestions" title="Suggested" quiet>
    <div class="pb-6">
        <h1 class="text-xl px-[18px]">What the mods here suggest <x-help of="Suggested" key="suggested" /></h1>
        @if ($open === [])
            <p class="px-[18px] soft">{{ $left === [] ? 'Nothing in this line-up suggests anything that is not here.'
                : 'Nothing but what you left.' }}</p>
        @else
            @include('suggestions.rows', ['rows' => $open])
        @endif
        @if ($left !== [])
            <details class="pt-3"><summary class="px-[18px] soft cursor-pointer">Left <span class="ver">{{ count($left) }}</span></summary>
                @include('suggestions.rows', ['rows' => $left])
            </details>
        @endif
    </div>
</x-instance>
