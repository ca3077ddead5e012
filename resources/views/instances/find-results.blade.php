@if ($packages->isEmpty())
    <p class="px-[18px] soft">Nothing in the depots is called or described like that. Try fewer words{{ $kind !== '' ? ', or all kinds' : '' }}.</p>
@else
    <p class="px-[18px] pb-2 quiet" role="status">{{ $packages->total() }} {{ $packages->total() === 1 ? 'package' : 'packages' }}{{ $words !== '' ? ', spelled more or less like that' : '' }}</p>
    <div class="scroll"><table class="grid-table">
        <thead><tr><th style="width: 42px"><span class="sr-only">Mark</span></th><th>Package</th><th style="width: 110px">Release</th><th style="width: 270px">Here</th><th class="wide-only" style="width: 110px">Updated</th></tr></thead>
        <tbody>
        @foreach ($packages as $package)
            @php($verdict = $verdicts[$package->id])
            <tr data-row tabindex="-1">
                <td>@if ($verdict->fit !== Stasimon\Core\Explain\Fit::There || ! str_starts_with($verdict->text, 'asked'))<input type="checkbox" name="ids[]" value="{{ $package->id }}" aria-label="Mark {{ $package->name }}">@endif</td>
                <td><span class="font-medium">{{ $package->name }}</span><br><span class="soft">{{ $package->summary }}</span></td>
                <td class="ver">{{ $verdict->version }}</td>
                <td class="{{ match ($verdict->fit->value) { 'now' => 'good', 'change' => 'warn', 'not' => 'bad', default => 'soft' } }} font-medium">{{ $verdict->text }}</td>
                <td class="soft wide-only">{{ $package->published_at?->isoFormat('MMM YYYY') }}</td>
            </tr>
        @endforeach
        </tbody>
    </table></div>
    <div class="px-[18px] py-3">{{ $packages->links('pages') }}</div>
@endif
