<x-layout :title="$instance->name">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-2">{{ $instance->name }} is put away</h1>
        <p class="soft max-w-[75ch]">Since {{ $instance->put_away_at?->isoFormat('D MMMM YYYY') }}. Its folder, worlds, configs and history
            are kept as they were. After {{ $instance::KEPT }} days the first page asks whether it may go; nothing goes by itself.</p>
        <div class="mt-4 acts" style="justify-content: flex-start">
            <x-act-button :action="route('instances.bring-back', $instance)" main>Bring it back</x-act-button>
            <form method="post" action="{{ route('instances.destroy', $instance) }}" class="inline">@csrf @method('delete')<button
                    class="btn">Remove it with all its files</button></form>
            <a class="btn" href="{{ route('register') }}">To the instances</a>
        </div>
    </main>
</x-layout>
