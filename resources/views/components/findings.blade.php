@props(['findings', 'title' => null, 'none' => null, 'instance' => null])
@if ($title && ($findings !== [] || $none))
    <h2 class="mt-4 mb-1 first:mt-0">
        {{ $title }} @if ($findings !== [])
            <span class="ver quiet ml-1">{{ count($findings) }}</span>
        @endif
    </h2>
@endif
@forelse ($findings as $finding)
    <x-finding :finding="$finding" :instance="$instance" />@empty @if ($none)
        <p class="soft">{{ $none }}</p>
    @endif
@endforelse
