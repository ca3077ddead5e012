<x-layout :title="$instance->name">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-2">{{ $instance->name }} is set aside</h1>
        <p class="said wrong" style="margin: 0" role="alert">{{ $instance->problem }}</p>
        <p class="soft mt-3 max-w-[75ch]">Nothing is done with it until that is mended; its folder, worlds and configs stay as they are. The
            other instances are not concerned.</p>
        <div class="mt-4 acts">
            <x-act-button :action="route('instances.mend', $instance)" main>Try again</x-act-button>
            <form method="post" action="{{ route('instances.destroy', $instance) }}" class="inline">@csrf @method('delete')<button
                    class="btn">Remove it with all its files</button></form>
            <a class="btn" href="{{ route('register') }}">To the instances</a>
        </div>
    </main>
</x-layout>
