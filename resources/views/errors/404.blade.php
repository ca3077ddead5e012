<x-layout title="There is nothing here">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-2">There is nothing here</h1>
        <p>The address leads nowhere, or what it led to was removed.</p>
        <p class="mt-4"><a class="btn" href="{{ url('/') }}">To the instances</a></p>
    </main>
</x-layout>
