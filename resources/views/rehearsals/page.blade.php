<x-instance :instance="$instance" part="rehearsals" title="Rehearsals" quiet>
    <div class="acts px-[18px] pb-3" style="justify-content: flex-start">
        @if ($isPlainPossible)
            <form method="post" action="{{ route('rehearsals.store', $instance) }}">@csrf<input type="hidden" name="plain"
                    value="1"><button class="btn">Launch without mods</button></form>
        @endif
        @if ($instance->applied_at)
            <form method="post" action="{{ route('rehearsals.store', $instance) }}">@csrf<input type="hidden" name="side"
                    value="server"><button class="btn">Rehearse as a server</button></form>
            <form method="post" action="{{ route('play', $instance) }}">@csrf<input type="hidden" name="side" value="server"><button
                    class="btn">Play as a server</button></form>
        @endif
        <a class="link" href="{{ route('logs', ['instance' => $instance->id]) }}">Read a log from elsewhere</a>
    </div>
    @if ($isPlainPossible)
        <details class="px-[18px] pb-3">
            <summary class="link">Play without mods</summary>
            <form method="post" action="{{ route('play', $instance) }}" class="pt-2">@csrf<input type="hidden" name="plain" value="1">
                <p class="soft max-w-xl mb-2">The game as it is, in a folder of its own. What is saved there stays there: no apply comes
                    near it, and nothing of it comes near your worlds.
                    {{ $plainWorlds === [] ? 'There is no world in it yet.' : 'In it: ' . implode(', ', $plainWorlds) . '.' }}</p>
                @if (array_diff($worlds, $plainWorlds) !== [])
                    <label for="plain-world">With a copy of</label>
                    <select id="plain-world" name="world">
                        <option value="">no world</option>
                        @foreach (array_diff($worlds, $plainWorlds) as $world)
                            <option>{{ $world }}</option>
                        @endforeach
                    </select>
                    <span class="soft">Without its mods it may not open; the world itself is not touched.</span>
                @endif
                <button class="btn block mt-2">Play without mods</button>
            </form>
        </details>
    @endif
    @if ($rehearsals->isEmpty())
        <p class="px-[18px] soft max-w-xl">A rehearsal launches the instance, keeps its log and says whether it came up clean.
            {{ $instance->applied_at ? 'There was none yet; Rehearse, at the top right, starts the first.'
                : 'Apply a draft first; without mods the game can be launched already.' }}
        </p>
    @else
        <table class="grid-table">
            <thead>
                <tr>
                    <th style="width: 60px">No.</th>
                    <th>Verdict <x-help of="Verdict" key="rehearsals" /></th>
                    <th>Base</th>
                    <th>When</th>
                </tr>
            </thead>
            @foreach ($rehearsals as $rehearsal)
                <tr data-row tabindex="-1">
                    <td class="ver">{{ $rehearsal->number }}</td>
                    <td><a class="hover:underline font-medium {{ match ($rehearsal->state->value) {'clean' => 'good','failed'
                        => 'bad',default => 'soft'} }}"
                            data-open
                            href="{{ route('rehearsals.show', [$instance,
                                $rehearsal->number]) }}">{{ $rehearsal->inWords() }}</a>{{ $rehearsal->plain ? ', without mods'
                                : '' }}{{ $rehearsal->side->value === 'server' ? ', as a server'
                                : '' }}{{ $rehearsal->joins ? ', joining a server' : '' }}
                    </td>
                    <td class="soft">{{ implode(', ', app(App\View\Base\BaseSentence::class)->line($rehearsal->plan)) }}</td>
                    <td class="soft">{{ $rehearsal->created_at->diffForHumans() }}</td>
                </tr>
            @endforeach
        </table>
        <div class="px-[18px] py-3">{{ $rehearsals->links('frame.pages') }}</div>
    @endif
</x-instance>
