@foreach ($tasks as $task)<span data-task class="mr-3">{{ $task->step ?: $task->kind }}@if ($task->total > 0), {{ $task->percent() }}%@endif</span>@endforeach
