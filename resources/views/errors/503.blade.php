<x-layout title="Not now">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-2">Not now</h1>
        <p>Stasimon is being started or stopped. Try again in a moment.</p>
        <p class="mt-4"><a class="btn" href="{{ url('/') }}">To the instances</a></p>
    </main>
</x-layout>
