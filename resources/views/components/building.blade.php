@props(['instance'])
@php($open = $instance->building->isOpen())
<div class="said" role="status">
    <div @if ($open) x-data="refresh('{{ route('build.show', $instance) }}')" @endif>@include('rehearsals.building')</div>
    @if ($open)
        <x-act :action="route('build.stop', $instance)">Stop it</x-act>
    @else
        <x-act :action="route('build.seen', $instance)">I have seen it</x-act>
    @endif
</div>
