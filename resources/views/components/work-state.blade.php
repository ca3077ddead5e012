@props(['task', 'trouble'])
{{ match ($task->state->value) {'waiting' => 'waits for a worker','paused' => 'paused',default => $task->instance && $task->step !== ''
    ? $task->step : 'running'} }}
@if ($task->total > 0 && $task->state->value === 'running')
    <span class="ver soft">{{ $task->percent() }} %</span>
@endif
@if ($trouble !== '')
    <br><span class="warn">{{ $trouble }}</span>
@endif
