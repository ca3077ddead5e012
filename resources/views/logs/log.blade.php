<x-layout :title="$dropped->name" :instance="$dropped->instance" :waits="$dropped->state->value === 'waiting'">
    <main class="plain" id="main" @if ($dropped->state->value === 'waiting') x-data x-init="setTimeout(() => location.reload(), 700)"
        @endif>
        <p class="soft mt-6"><a class="link underline" href="{{ route('logs') }}">Logs from elsewhere</a>, read against
            @if ($dropped->instance)
                <a class="link underline" href="{{ route('instances.show', $dropped->instance) }}">{{ $dropped->instance->name }}</a>
            @else
                no instance
            @endif
        </p>
        <h1 class="text-2xl mb-1">{{ $dropped->name }}</h1>
        <div role="status">
            @if ($dropped->state->value === 'waiting')
                <p class="soft">It is being read. This page shows it when it is through.</p>
            @elseif ($dropped->state->value === 'unreadable')
                <p class="bad">{{ $dropped->problem }}</p>
            @elseif ($findings === [])
                <p>Nothing here looks like a failure. What went wrong on the way was dealt with.</p>
            @endif
        </div>
        <div class="max-w-[75ch]">
            @if ($all)
                <x-remedy :action="route('logs.remedy', $dropped)" :fields="['remedy' => $all->key]"
                    effect="as a draft">{{ $all->text }}</x-remedy>
            @endif
            @foreach ($findings as $read)
                <x-read :read="$read" :action="$dropped->instance ? route('logs.remedy', $dropped) : null" :number="$loop->index"
                    :teach="$dropped->instance ? route('logs.lesson', $dropped) : null" :names="$dropped->instance?->titles() ?? []" />
            @endforeach
        </div>
        @if ($log)
            <div class="mt-4" style="margin-inline: -18px"><x-log :log="$log" /></div>
        @endif
    </main>
</x-layout>
