@if ($tasks->isNotEmpty())
    <a class="hover:underline" href="{{ route('work') }}">
        @foreach ($tasks as $task)
            <span data-task class="mr-3">{{ $task->inWords() }}</span>
        @endforeach
    </a>
@endif
