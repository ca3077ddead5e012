<x-layout title="Something went wrong">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-2">Something went wrong</h1>
        <p>It was not expected, and it is in the log under storage/logs. Nothing on disk changes outside an applied draft.</p>
        <p class="mt-4"><a class="btn" href="{{ url('/') }}">To the instances</a></p>
    </main>
</x-layout>
