@use('App\Models\BuildState')
@php($building = $instance->building)
@php($task = $building?->isOpen() ? $instance->tasks()->latest('id')->first() : null)
@if ($building)
    <p><b class="{{ match ($building->state) { BuildState::Launches => 'good', BuildState::Yours => 'warn',
        default => '' } }}">{{ $building->words() }}</b>
        @if ($task)
            <span class="soft">{{ $task->isOver() ? 'What comes next is being decided.' : $task->kind->words() . '.' }}</span>
        @endif
    </p>
    @if ($building->rounds !== [])
        <ol class="rounds">
            @foreach ($building->rounds as $round)
                <li><a class="link underline" href="{{ route('rehearsals.show', [$instance, $round['rehearsal']]) }}">Rehearsal
                        {{ $round['rehearsal'] }}</a>: {{ $round['said'] }} <b>{{ $round['remedy'] }}.</b></li>
            @endforeach
        </ol>
    @endif
@endif
