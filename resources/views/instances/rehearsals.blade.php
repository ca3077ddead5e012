<x-instance :instance="$instance" part="rehearsals" title="Rehearsals" quiet>
    @if ($rehearsals->isEmpty())
        <p class="px-[18px] soft max-w-xl">A rehearsal launches the instance, keeps its log and says whether it came up clean. {{ $instance->applied_at ? 'There was none yet; Rehearse, at the top right, starts the first.' : 'Apply a draft first.' }}</p>
    @else
        <table class="grid-table"><thead><tr><th style="width: 60px">No.</th><th>Verdict</th><th>Base</th><th>When</th></tr></thead>
        @foreach ($rehearsals as $rehearsal)
            <tr data-row tabindex="-1"><td class="ver">{{ $rehearsal->number }}</td>
                <td><a class="hover:underline font-medium {{ match ($rehearsal->state) { 'clean' => 'good', 'failed' => 'bad', default => 'soft' } }}" href="{{ route('rehearsals.show', [$instance, $rehearsal->number]) }}">{{ match ($rehearsal->state) { 'clean' => 'clean in '.$rehearsal->seconds(), 'failed' => 'failed, exit code '.$rehearsal->exit_code, 'stopped' => 'stopped by hand', default => 'running' } }}</a></td>
                <td class="soft">{{ implode(', ', app(App\View\BaseSentence::class)->line($rehearsal->plan)) }}</td><td class="soft">{{ $rehearsal->created_at->diffForHumans() }}</td></tr>
        @endforeach
        </table>
        <div class="px-[18px] py-3">{{ $rehearsals->links('pages') }}</div>
    @endif
</x-instance>
