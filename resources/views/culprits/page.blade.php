<x-instance :instance="$instance" part="rehearsals" title="Culprit search" quiet>
    @unless ($isOver && $search->state->value !== 'asking')
        <x-slot:acts>
            <form method="post" action="{{ route('culprits.stop', [$instance, $search->id]) }}">@csrf<button class="btn">Stop the
                    search</button></form>
        </x-slot:acts>
    @endunless
    <div class="px-[18px]">
        <p class="soft">A search that began with <a class="link underline"
                href="{{ route('rehearsals.show', [$instance, $search->rehearsal]) }}">rehearsal {{ $search->rehearsal }}</a></p>
        <div
            @unless ($isOver) x-data="refresh('{{ route('culprits.show', [$instance, $search->id, 'fragment' => 1]) }}')" @endunless>
            @include('culprits.picture')</div>
    </div>
    <x-slot:beside label="What would help">
        <h2 class="mb-2">{{ $search->state->value === 'asking' ? 'Your word' : 'What would help' }}</h2>
        @if ($search->state->value === 'done')
            <x-tried :instance="$instance" :whole="$remedies->isWhole" />
            @foreach ($remedies->counsels as $counsel)
                <x-remedy :action="route('culprits.remedy', [$instance, $search->id])" :fields="['remedy' => $counsel->key]"
                    effect="as a draft">{{ $counsel->text }}</x-remedy>
            @endforeach
            @foreach ($search->culprits as $id)
                <p class="py-1"><a class="link" href="{{ route('packages.show', [$instance, $id]) }}">The page of
                        {{ $names[$id] ?? $id }}</a></p>
            @endforeach
            <p class="soft mt-3">
                {{ $search->flaky ? 'Search again to see whether it is always the same.' : ($search->layered
                    ? 'What it does not go with may lie under it.' : 'It is remembered: where they meet again, it shows as a finding.') }}
            </p>
        @elseif ($search->state->value === 'asking')
            <form method="post" action="{{ route('culprits.judge', [$instance, $search->id]) }}" class="acts">@csrf
                <button class="btn" name="word" value="worked">It worked</button><button class="btn" name="word"
                    value="failed">It failed</button>
            </form>
            <p class="soft mt-3">The next launch begins with your word. Until then nothing runs.</p>
            <h2 class="mt-4 mb-1">What was in it</h2>
            <p class="soft">
                {{ collect($search->asked)->map(fn($id) => $names[$id] ?? $id)->take(30)->join(', ', ' and ') }}{{ count($search->asked
                    ?? []) > 30 ? ' and ' . (count($search->asked) - 30) . ' more' : '' }}
            </p>
        @elseif ($search->state->value === 'stopped')
            <x-remedy :action="route('culprits.go-on', [$instance, $search->id])" effect="from here">Go on with the search</x-remedy>
        @else<p class="soft">That is known when it is over.</p>
        @endif
    </x-slot:beside>
</x-instance>
