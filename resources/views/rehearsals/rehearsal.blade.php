@php($rehearsal = $page->rehearsal)
<x-instance :instance="$instance" part="rehearsals" :title="$page->name()" quiet>
    @unless ($rehearsal->isOver())
        <x-slot:acts>
            <form method="post" action="{{ route('rehearsals.stop', [$instance, $rehearsal->number]) }}">@csrf<button class="btn">
                    {{ $rehearsal->isPlay() ? 'Ask it to end' : 'Stop it' }}</button></form>
            @if ($rehearsal->isPlay() && $rehearsal->state->value === 'running')
                <form method="post" action="{{ route('rehearsals.stop', [$instance, $rehearsal->number]) }}">@csrf<input type="hidden"
                        name="now" value="1"><button class="btn">End it at once</button></form>
            @endif
        </x-slot:acts>
    @endunless
    <div class="px-[18px] pb-3" role="status">
        <p class="soft">{{ $page->name() }}{{ $rehearsal->plain ? ', without mods' : '' }},
            {{ $rehearsal->created_at->diffForHumans() }}</p>
        <h1 class="text-2xl {{ $page->tone() }}">{{ $page->verdict() }} {{ $page->started() }}</h1>
        @foreach ($page->worries as $worry)
            <p class="mt-1 max-w-[90ch]"><x-mark :level="App\Findings\Level::Look" /> A thread died while the game went on: {{ $worry }}
            </p>
        @endforeach
        @foreach ($page->findings as $read)
            <p class="mt-1 max-w-[90ch]">{{ $read->sentence }}</p>
        @endforeach
        @if ($rehearsal->state->value === 'failed' && $page->namesNobody())
            <p class="mt-1">{{ $rehearsal->isForGameAlone() ? '' : ($page->findings === [] ? 'The log names no cause that is known here.'
                : 'The log does not say whose fault that is.') }}@if ($log->window->firstError)
                    <a class="link underline" href="?line={{ $log->window->firstError }}#line-{{ $log->window->firstError }}">The first
                        error is in line {{ number_format($log->window->firstError) }}.</a>
                @endif
            </p>
        @endif
        @if ($page->about() !== '')
            <p class="soft mt-1">{{ $page->about() }}</p>
        @endif
    </div>
    @if ($page->chart)
        <x-course :chart="$page->chart" />
        <p class="px-[18px] pb-2">
            @if ($page->chart->starts === [])
            @elseif ($page->slow)
            <a class="link" href="{{ route('rehearsals.show', [$instance, $rehearsal->number]) }}">Hide the slowest starts</a>@else<a
                    class="link" href="?slow=1">Slowest starts</a>
            @endif
        </p>
        @if ($page->slow)
            <div class="scroll">
                <table class="grid-table" style="max-width: 560px">
                    <thead>
                        <tr>
                            <th>Mod</th>
                            <th>Release</th>
                            <th class="num">Milliseconds</th>
                        </tr>
                    </thead>
                    @foreach ($page->chart->slowest as $one)
                        <tr>
                            <td>{{ $one->name }}{{ $one->failed ? ', where it failed' : '' }}</td>
                            <td class="ver">{{ $one->version }}</td>
                            <td class="num ver">{{ number_format($one->milliseconds) }}</td>
                        </tr>
                    @endforeach
                </table>
            </div>
        @endif
    @endif
    <x-log :log="$log" />
    <x-slot:beside label="What would help">
        @if ($rehearsal->isPlay() && $rehearsal->plain)
            <p class="soft">It is played in a folder of its own. Your worlds and configs are not in it, and no apply comes near what is
                saved there.</p>
        @elseif ($rehearsal->isPlay())
            <h2 class="mb-2">What it changed</h2>
            @forelse ($page->changed() as [$word, $what, $how])
                <p>{{ $word }} <span class="ver">{{ $what }}</span> {{ $how }}.</p>
            @empty
                <p class="soft">
                    {{ $rehearsal->isOver() ? 'No world and no config.' : 'Worlds and configs are compared when the game is over.' }}</p>
            @endforelse
            @if ($rehearsal->isOver() && $rehearsal->backup_id !== null)
                <x-remedy :action="route('play.put-back', [$instance, $rehearsal->number])" effect="as a draft; those of now are kept">Put
                    the worlds back as they were before</x-remedy>
            @endif
        @endif
        @unless ($rehearsal->isPlay() && !$rehearsal->isOver())
            <h2 class="mb-2 {{ $rehearsal->isPlay() ? 'mt-4' : '' }}">What would help</h2>
        @endunless
        @if ($rehearsal->isPlay() && !$rehearsal->isOver())
        @elseif ($rehearsal->state->value === 'clean')
            <p class="soft">Nothing has to. {{ $rehearsal->isPlay() ? 'It ended as it should.' : 'It launches cleanly.' }}</p>
        @elseif (!$rehearsal->isOver())
            <p class="soft">That is known when it is over.</p>
        @elseif ($page->namesNobody())
            <p class="soft">
                {{ $rehearsal->state->value === 'stopped' ? 'Rehearse again when you are ready.' : ($rehearsal->isForGameAlone()
                    ? 'Another runtime or more memory, from the sentence at the top; the mods have no part in it.'
                    : 'Read the log from its first error, or have the culprit found.') }}
            </p>
        @endif
        @foreach ($page->findings as $read)
            <x-read :read="$read" :action="route('rehearsals.remedy', [$instance, $rehearsal->number])" :number="$loop->index"
                :teach="route('rehearsals.lesson', [$instance, $rehearsal->number])" :names="$instance->titles()" :instance="$instance">
                @if ($page->isOfNumbers($read))
                    <a class="link underline" href="{{ route('numbers', $instance) }}">Who claims which number</a>
                @endif
            </x-read>
        @endforeach
        @if ($page->findings !== [] && $rehearsal->isOfNow($instance) && $instance->building?->isOpen() !== true)
            <div class="mt-3"><x-until :instance="$instance" /></div>
        @endif
        @if ($page->all)
            <x-remedy :action="route('rehearsals.remedy', [$instance, $rehearsal->number])" :fields="['remedy' => $page->all->key]"
                effect="as a draft">{{ $page->all->text }}</x-remedy>
        @endif
        @if ($page->since?->clean)
            <h2 class="mt-4 mb-1">Since it last worked</h2>
            <p class="soft">Clean {{ $page->since->clean->created_at->diffForHumans() }}, <a class="link underline"
                    href="{{ route('rehearsals.show', [$instance, $page->since->clean->number]) }}">rehearsal
                    {{ $page->since->clean->number }}</a>.{{ $page->since->steps === []
                        ? ' The line-up, the base, the files that were laid and the configs are as they were then.' : '' }}
            </p>
            @foreach ($page->since->steps as $step)
                <x-remedy :action="route('rehearsals.back', [$instance, $rehearsal->number])" :fields="['step' => $step->key]"
                    effect="step back">{{ $step->text }}</x-remedy>
            @endforeach
        @elseif ($page->since)
            <p class="soft mt-3">It has not come up clean before, so nothing can be compared.</p>
        @endif
        @if ($rehearsal->isOver() && !$rehearsal->isForGameAlone() && $rehearsal->state->value !== 'stopped'
            && count($instance->plan->wants) > 1)
            <section class="finding mt-4">
                <h3>Find the culprit</h3>
                @if ($rehearsal->state->value === 'failed')
                    <p>Launches by itself with fewer and fewer mods, in a folder beside this one, until the smallest set that fails is left:
                        about {{ 3 + (int) ceil(log(count($instance->plan->wants), 2)) }} launches for a single culprit.</p>
                    <x-remedy :action="route('culprits.store', [$instance, $rehearsal->number])"
                        effect="can be stopped">{{ $page->namesNobody() ? 'Find it' : 'Look for it all the same' }}</x-remedy>
                    @if ($page->layered)
                    <p>Or with one more at a time, each over all that lies under it: that names the layer that broke it.</p>
                    <x-remedy :action="route('culprits.store', [$instance, $rehearsal->number])" :fields="['layered' => 1]"
                        effect="can be stopped">Launch between layers</x-remedy>
                    @endif
                @endif
                <p>Where only you can see the fault, you say after each launch whether it was there.</p>
                <x-remedy :action="route('culprits.store', [$instance, $rehearsal->number])" :fields="['asks' => 1]" effect="asks you">Find
                    it with my word</x-remedy>
            </section>
        @endif
    </x-slot:beside>
</x-instance>
