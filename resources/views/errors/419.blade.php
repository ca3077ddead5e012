<x-layout title="This page was open too long">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-2">This page was open too long</h1>
        <p>Nothing was sent. Load the page again and repeat what you did.</p>
        <p class="mt-4"><a class="btn" href="{{ url('/') }}">To the instances</a></p>
    </main>
</x-layout>
