@use('App\View\Rehearsals\BuildingShown')
@php($building = $instance->building)
@if ($building)
    <p><b class="{{ BuildingShown::tone($building) }}">{{ $building->words() }}</b>
        <span class="soft">{{ BuildingShown::now($instance) }}</span></p>
    @if ($building->rounds !== [])
        <ol class="rounds">
            @foreach ($building->rounds as $round)
                <li><a class="link underline" href="{{ route('rehearsals.show', [$instance, $round['rehearsal']]) }}">Rehearsal
                        {{ $round['rehearsal'] }}</a>: {{ $round['said'] }} <b>{{ $round['remedy'] }}.</b></li>
            @endforeach
        </ol>
    @endif
    @if ($instance->trial && ! $building->isOpen())
        <p><a class="link underline" href="{{ route('games.workbench', ['game' => $instance->plan->base->game]) }}">On with its
                definition</a>, where lines of its log can be taught.</p>
    @endif
@endif
