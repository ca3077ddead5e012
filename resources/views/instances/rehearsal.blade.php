@php($errors_ = collect($lines)->where('level', 'error'))
<x-instance :instance="$instance" part="rehearsals" :title="'Rehearsal '.$rehearsal->number" quiet>
    @unless ($rehearsal->isOver())
        <x-slot:acts><form method="post" action="{{ route('rehearsals.stop', [$instance, $rehearsal->number]) }}">@csrf<button class="btn">Stop it</button></form></x-slot:acts>
    @endunless
    <div class="px-[18px] pb-3" role="status">
        <p class="soft">Rehearsal {{ $rehearsal->number }}, {{ $rehearsal->created_at->diffForHumans() }}</p>
        <h1 class="text-2xl {{ match ($rehearsal->state) { 'clean' => 'good', 'failed' => 'bad', default => '' } }}">{{ match ($rehearsal->state) {
            'clean' => 'Clean. The game came up in '.$rehearsal->seconds().'.',
            'failed' => 'Failed, exit code '.$rehearsal->exit_code.', after '.$rehearsal->seconds().'.',
            'stopped' => 'Stopped by hand.',
            'waiting' => 'Waiting for a worker.',
            default => 'Running.',
        } }}</h1>
        @foreach ($findings as $found)<p class="mt-1">{{ $found['sentence'] }} <a class="link" href="#line-{{ $found['diagnosis']->line }}">Line {{ $found['diagnosis']->line }} says so.</a></p>@endforeach
        @if ($rehearsal->state === 'failed' && $findings === [])<p class="mt-1">The log names no cause that is known here.@if ($errors_->isNotEmpty()) <a class="link" href="#line-{{ $errors_->first()->number }}">The first error is in line {{ $errors_->first()->number }}.</a>@endif</p>@endif
    </div>
    <div class="log" tabindex="0" role="log" aria-label="Log" @unless ($rehearsal->isOver()) x-data="followLog('{{ route('rehearsals.lines', [$instance, $rehearsal->number]) }}', {{ count($lines) }})" @endunless>
        <div x-ref="lines">@include('instances.log-lines')</div>
    </div>
    <x-slot:beside label="What would help">
        <h2 class="mb-2">What would help</h2>
        @if ($rehearsal->state === 'clean')<p class="soft">Nothing has to. It launches cleanly.</p>
        @elseif (! $rehearsal->isOver())<p class="soft">That is known when it is over.</p>
        @elseif ($findings === [])<p class="soft">{{ $rehearsal->state === 'stopped' ? 'Rehearse again when you are ready.' : 'Read the log from its first error.' }}</p>@endif
        @if ($rehearsal->state === 'failed' && count($instance->plan->wants) > 1)
            <section class="finding"><h3>Find the culprit</h3><p>Launches by itself with fewer and fewer mods, in a folder beside this one, until the smallest set that fails is left: about {{ 2 + (int) ceil(log(count($instance->plan->wants), 2)) }} launches for a single culprit.</p>
            <x-remedy :action="route('culprits.store', [$instance, $rehearsal->number])" effect="can be stopped">{{ $findings === [] ? 'Find it' : 'Look for it all the same' }}</x-remedy></section>
        @endif
        @foreach ($findings as $found)
            <section class="finding">
                <h3><x-mark :level="App\Instances\Level::Stops" />{{ $found['sentence'] }}</h3>
                @forelse ($found['remedies'] as $key => $remedy)
                    <x-remedy :action="route('rehearsals.remedy', [$instance, $rehearsal->number])" :fields="['remedy' => $key]" effect="as a draft">{{ $remedy['text'] }}</x-remedy>
                @empty<p>No change is known that would lead to a line-up.</p>@endforelse
            </section>
        @endforeach
    </x-slot:beside>
</x-instance>
