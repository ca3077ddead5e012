<x-layout title="Running work">
    <main class="plain" id="main" @if ($page->open()->isNotEmpty()) x-data="again(2000)" @endif>
        <h1 class="text-2xl mt-6 mb-1">Running work</h1>
        <p class="soft max-w-[75ch] mb-4" role="status">
            @if ($page->workers() === 0)
                No worker is there, so nothing goes on. bin/start brings workers back when they end; if it is not running, start it.
            @else
                {{ $page->workers() }} {{ $page->workers() === 1 ? 'worker is' : 'workers are' }} there. What they do goes on whatever page
                is open.
            @endif
        </p>
        @if ($page->open()->isEmpty())
            <p>Nothing is running, and nothing waits.</p>
        @else
            <x-table :columns="['What' => '290px', 'For' => '170px', 'How far' => '', 'Since' => '130px']" acts="90px">
                @foreach ($page->open() as $task)
                    <tr data-row tabindex="-1">
                        <td class="name">{{ $page->name($task) }}</td>
                        <td>
                            @if ($task->instance)
                                <a class="link"
                                    href="{{ route('instances.show', $task->instance) }}">{{ $task->instance->name }}</a>
                            @endif
                        </td>
                        <td>
                            <x-work-state :task="$task" :trouble="$page->trouble($task)" />
                        </td>
                        <td class="soft">{{ $page->since($task) }}</td>
                        <td class="text-right">
                            @if ($page->canEnd($task))
                                <x-act :action="route('work.end', $task->id)" :label="'End: ' . $page->name($task)">End it</x-act>
                            @endif
                        </td>
                    </tr>
                @endforeach
            </x-table>
        @endif
        @if ($page->lately()->isNotEmpty())
            <h2 class="mt-6 mb-1">Lately</h2>
            <x-table :columns="['What' => '290px', 'For' => '170px', 'How it ended' => '', 'When' => '130px']">
                @foreach ($page->lately() as $task)
                    <tr data-row tabindex="-1">
                        <td class="name">{{ $page->name($task) }}</td>
                        <td>
                            @if ($task->instance)
                                <a class="link"
                                    href="{{ route('instances.show', $task->instance) }}">{{ $task->instance->name }}</a>
                            @endif
                        </td>
                        <td class="{{ $task->state->value === 'failed' ? 'bad' : 'soft' }}">
                            {{ $task->problem ?? $task->state->value }}</td>
                        <td class="soft">{{ ($task->ended_at ?? $task->updated_at)->diffForHumans() }}</td>
                    </tr>
                @endforeach
            </x-table>
        @endif
    </main>
</x-layout>
