<x-instance :instance="$instance" part="move" title="Move" quiet>
    <div class="px-[18px] pb-6">
        <h1 class="text-2xl">{{ $page->question() }}</h1>
        @foreach ($page->kin() as [$how, $other])
            <p>{{ $how }} <a
                    class="link underline" href="{{ route('instances.show', $other) }}">{{ $other->name }}</a>{{ $other->put_away_at
                    ? ', which is put away' : '' }}.</p>
        @endforeach
        @if ($page->wants === [])
            <p class="soft">{{ $instance->name }} asks for nothing yet. Add something, apply it, and every base is tried.</p>
        @else
            <p class="soft">Each cell is tried: how many of them hold together there. Nothing is changed here; a move makes another
                instance.</p>
            <x-move-grid :page="$page" :address="route('move', $instance)" />
        @endif
    </div>
</x-instance>
