@props(['page'])
@foreach ($page->base as $sentence)
    <p class="{{ $page->canBeMade ? 'warn' : 'bad' }}">{{ $sentence }}</p>
@endforeach
@if ($page->missing !== [])
    <h2 class="mt-4 mb-1">Not to be had as it is there <span class="ver quiet">{{ count($page->missing) }}</span></h2>
    @foreach (array_slice($page->missing, 0, 50) as $one)
        <p>{{ $one['name'] }} <span class="ver">{{ $one['version'] }}</span>: <span class="soft">{{ $one['instead'] }}</span></p>
    @endforeach
@endif
