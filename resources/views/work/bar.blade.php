@if ($tasks->isNotEmpty())
    <a class="at-work" href="{{ route('work') }}" title="{{ $tasks->map->inWords()->implode('; ') }}">
        @if ($tasks[0]->total > 0)
            <span class="meter" aria-hidden="true"><i style="width: {{ $tasks[0]->percent() }}%"></i></span>
        @endif
        @foreach ($tasks as $task)
            <span data-task class="{{ $loop->first ? 'one' : 'sr-only' }}">{{ $task->inWords() }}</span>
        @endforeach
        @if ($tasks->count() > 1)
            <span>and {{ $tasks->count() - 1 }} more</span>
        @endif
    </a>
@endif
@foreach ($told as $one)
    <article data-told="{{ $one->id }}" class="telling {{ $one->kind->value }}">
        <p data-sentence>{{ $one->sentence }}</p>
        <p class="acts"><a class="link" href="{{ route('told.open', $one->id) }}">{{ $one->act }}</a>
            <button type="button" class="link quiet" data-address="{{ route('told.seen', $one->id) }}" @click="seen">Seen</button></p>
    </article>
@endforeach
