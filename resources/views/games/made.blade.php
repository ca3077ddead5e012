@if ($bench->wrong !== '')
    <p class="bad" data-line="{{ $bench->line }}">{{ $bench->wrong }}
        <button type="button" class="link" @click="go({{ $bench->line }})">Go to the line</button></p>
@elseif ($bench->game === null)
    <p class="soft">Nothing is written yet. Begin with a folder that has the game in it, on <a class="link underline"
            href="{{ route('games') }}">Games</a>, or with a worked example.</p>
@endif
@if ($bench->checklist() !== [])
    <h2 class="text-base mb-1">What can be done with it so far</h2>
    <ul class="checklist mb-3">
        @foreach ($bench->checklist() as $one)
            <li><span class="{{ $one['can'] ? 'good' : 'warn' }}" aria-hidden="true">{{ $one['can'] ? '✓' : '–' }}</span>
                {{ $one['what'] }}<span class="sr-only">{{ $one['can'] ? ', can be done' : ', cannot be done yet' }}</span>
                @if ($one['how'] !== '')
                    <span class="soft">{{ $one['how'] }}</span>
                @endif
            </li>
        @endforeach
    </ul>
@endif
@if ($bench->launch)
    <details class="mb-3">
        <summary class="link">Try a launch</summary>
        <p class="soft">An instance called Trial of {{ $bench->game->name }} is made with the files chosen here, which go on your
            shelf, in the place of an earlier one. It is applied, and this is run once, as you, on this machine:</p>
        @include('games.launch', ['launch' => $bench->launch])
        <input type="hidden" name="agreed" value="{{ $bench->launch->agreement->digest() }}">
        <button class="btn mt-2" formaction="{{ route('games.launch') }}">I have seen it; keep the definition and launch it</button>
    </details>
@endif
@if ($bench->trial)
    <p class="mb-2"><a class="link underline"
            href="{{ route('rehearsals.show', [$bench->trial->instance, $bench->trial->number]) }}">Its trial launch</a>:
        <b>{{ $bench->trial->state->value }}</b>. What its log says is below, and is read anew whenever the definition changes.</p>
@endif
@foreach ($bench->made as $file)
    <h2 class="mt-3 text-base ver">{{ $file['name'] }}</h2>
    @foreach ($file['lines'] as $line)
        <p class="{{ $file['wrong'] ? 'warn' : '' }}">{{ $line }}</p>
    @endforeach
    @if ($file['log'] !== [])
        <p class="soft mt-1">A line that tells why a launch failed can be taught: press it.</p>
        <ol class="teach">
            @foreach ($file['log'] as $line)
                <li><button type="button" class="link ver" data-message="{{ $line['message'] }}"
                        @click="take($el.dataset.message)">{{ $line['number'] }}: {{ Str::limit($line['message'], 110) }}</button></li>
            @endforeach
        </ol>
    @endif
@endforeach
@if ($bench->says() !== [])
    <details class="mt-3">
        <summary class="link">What it says</summary>
        <dl class="says">
            @foreach ($bench->says() as [$heading, $line])
                <dt class="soft">{{ $heading }}</dt>
                <dd>{{ $line === '' ? 'nothing' : $line }}</dd>
            @endforeach
        </dl>
    </details>
@endif
