@props(['read', 'action'])
<section class="finding">
    <h3><x-mark :level="App\Findings\Level::Stops" />{{ Illuminate\Support\Str::limit($read->sentence, 120) }}</h3>
    <p><b>{{ ucfirst($read->diagnosis->sure->value) }}.</b> {{ $read->diagnosis->why }} @if ($read->diagnosis->quotes !== [])
            <a class="link underline" href="?line={{ $read->diagnosis->line() }}#line-{{ $read->diagnosis->line() }}">Line
                {{ number_format($read->diagnosis->line()) }}</a>
        @endif
    </p>
    @if ($read->diagnosis->quotes !== [])
        <details class="quoted">
            <summary class="soft cursor-pointer">What the log says</summary>
            <div tabindex="0" role="group" aria-label="Lines of the log">
                @foreach (array_slice($read->diagnosis->quotes, 0, 4) as $line)
                    <p>{{ $line->message }}</p>
                @endforeach
            </div>
        </details>
    @endif
    @forelse ($read->remedies as $counsel)
        @if ($action)
            <x-remedy :action="$action" :fields="['remedy' => $counsel->key]" effect="as a draft">{{ $counsel->text }}</x-remedy>
        @endif
    @empty<p>{{ $action ? 'No change is known that would lead to a line-up.' : '' }}</p>
    @endforelse
</section>
