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
@endif
