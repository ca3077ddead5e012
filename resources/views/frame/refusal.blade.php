<x-layout title="That did not work">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-2">That did not work</h1>
        <p class="said wrong" style="margin: 0" role="alert">{{ $refusal->getMessage() }}</p>
        <p class="mt-4 acts"><a class="btn" href="{{ url()->previous(route('register')) }}">Back</a> <a class="btn"
                href="{{ route('register') }}">To the instances</a></p>
    </main>
</x-layout>
