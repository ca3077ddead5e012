@props(['read', 'action', 'teach' => null, 'number' => 0, 'names' => [], 'instance' => null])
<section class="finding">
    <h3><x-mark :level="App\Findings\Level::Stops" />{{ Illuminate\Support\Str::limit($read->sentence, 120) }}</h3>
    <p><b>{{ ucfirst($read->diagnosis->sure->value) }}.</b> {{ $read->diagnosis->why }} @if ($read->diagnosis->quotes !== [])
            <a class="link underline" href="?line={{ $read->diagnosis->line() }}#line-{{ $read->diagnosis->line() }}">Line
                {{ number_format($read->diagnosis->line()) }}</a>
        @endif
        {{ $slot }}
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
    @empty
        @if ($action && $read->isWhole)
            <p>No change is known that would lead to a line-up.</p>
        @endif
    @endforelse
    @if ($action && $instance)
        <x-tried :instance="$instance" :whole="$read->isWhole" />
    @endif
    @if ($teach && $names !== [] && $read->diagnosis->quotes !== [])
        <details>
            <summary class="soft cursor-pointer py-1">It was another one</summary>
            <form method="post" action="{{ $teach }}" class="acts pt-1" style="justify-content: flex-start">@csrf
                <input type="hidden" name="finding" value="{{ $number }}">
                <select name="id" aria-label="Which one it was" style="max-width: 180px">
                    @foreach ($names as $id => $name)
                        <option value="{{ $id }}">{{ $name }}</option>
                    @endforeach
                </select>
                <button class="btn">Keep that</button>
            </form>
        </details>
    @endif
</section>
