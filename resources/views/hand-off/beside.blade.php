{{-- An instance beside one or several others: only what differs. --}}
@php
    $names = $page->names();
    $several = count($names) > 1;
@endphp
<div class="px-[18px]">
    <h1 class="text-2xl">Beside {{ $several ? count($names) . ' others' : $names[0] }}</h1>
    <p class="soft">{{ $page->same() }} {{ $page->fitting() }}</p>
</div>
@if ($page->parts() === [])
    <p class="px-[18px] good font-medium mt-2">Nothing differs. You can play together.</p>
@else
    <div class="scroll">
        <table class="grid-table" aria-label="What differs">
            <thead>
                <tr>
                    <th>Package</th>
                    <th style="width: {{ $several ? 90 : 120 }}px">Here</th>
                    @foreach ($names as $place => $name)
                        <th style="width: 120px">
                            @if ($several)
                                <span class="block">{{ $name }}</span>
                                <a class="link" href="{{ route('hand-off', [$instance, 'beside' => $page->without($place)]) }}"
                                    aria-label="Leave out {{ $name }}">leave out</a>
                            @else
                                There
                            @endif
                        </th>
                    @endforeach
                    <th style="min-width: 200px">What it means</th>
                    @if (!$several)
                        <th style="width: 110px"><span class="sr-only">Take over</span></th>
                    @endif
                </tr>
            </thead>
            @foreach ($page->parts() as $heading => $rows)
                <tbody>
                    <tr>
                        <th colspan="{{ count($names) + ($several ? 3 : 4) }}" scope="rowgroup" class="part-of"><span
                                class="{{ $heading === 'Does not matter' ? '' : 'bad' }}">{{ $heading }}</span> <span
                                class="ver quiet">{{ count($rows) }}</span></th>
                    </tr>
                    @foreach ($rows as $row)
                        <tr data-row tabindex="-1">
                            <td class="name">{{ $row->title }}</td>
                            <td class="ver">
                                @if ($row->here === '')
                                    <span class="quiet">not here</span>
                                @else
                                    {{ $row->here }}
                                @endif
                            </td>
                            @foreach ($names as $place => $name)
                                @php($there = $row->there($place))
                                <td class="ver">
                                    @if ($several && $page->canTake($row, $place))
                                        <x-act :action="route('hand-off.take', $instance)" :fields="$page->taking($row, $place)"
                                            :label="$page->offer($row, $place)">{{ $there === '' ? 'not there' : $there }}</x-act>
                                    @else
                                        @php($isSame = !isset($row->each[$place]))
                                        <span class="{{ $there === '' || $isSame ? 'quiet' : '' }}">{{ $there ?: ($isSame ? '–'
                                            : 'not there') }}</span>
                                    @endif
                                </td>
                            @endforeach
                            <td class="soft">{{ $row->meaning($names) }}</td>
                            @if (!$several)
                                <td class="text-right">
                                    @if ($page->canTake($row, 0))
                                        <x-act :action="route('hand-off.take', $instance)" :fields="$page->taking($row, 0)"
                                            :label="$page->offer($row, 0)">{{ $row->there(0) === ''
                                                ? 'do without' : 'take theirs' }}</x-act>
                                    @endif
                                </td>
                            @endif
                        </tr>
                    @endforeach
                </tbody>
            @endforeach
        </table>
    </div>
    <div class="px-[18px] pt-4 acts" style="justify-content: flex-start">
        @foreach ($names as $place => $name)
            @if ($page->isTakeable($place))
                <form method="post" action="{{ route('hand-off.take', $instance) }}">@csrf<input type="hidden" name="from"
                        value="{{ $page->there[$place]->key }}"><button @class(['btn', 'main-act' => !$several])>Make mine like
                        {{ $several ? $name : 'theirs' }}</button></form>
            @endif
        @endforeach
        <span x-data="copies"><button type="button" class="btn" @click="copy" x-text="said || 'Copy as sentences'">Copy as
                sentences</button>
            <textarea x-ref="text" class="sr-only" readonly tabindex="-1"
                aria-label="As sentences">{{ $page->sentences() }}</textarea></span>
    </div>
    @if ($several)
        <p class="px-[18px] pt-2 soft">Press a release to take it over from there, as a step of the draft.</p>
    @endif
    @foreach ($page->immovable() as $name)
        <p class="px-[18px] pt-2 soft">{{ $several ? $name . ' stands on another version or loader.' : '' }} An instance is not moved in
            place to another version or loader; make a new one of theirs.</p>
    @endforeach
@endif
