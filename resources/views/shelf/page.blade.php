@if ($instance)
    <x-instance :instance="$instance" part="shelf" title="From your disk" quiet>
        <div class="px-[18px]">@include('shelf.body')</div>
    </x-instance>
@else
    <x-layout title="Your shelf">
        <main class="plain" id="main">@include('shelf.body')</main>
    </x-layout>
@endif
