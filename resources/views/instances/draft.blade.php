@php($applying = $task && in_array($task->state, ['waiting', 'running'], true))
<x-instance :instance="$instance" part="draft" title="Draft" :waits="$applying" quiet>
    <div class="px-[18px]">
        @if ($applying)
            <h2>Applying</h2>
            <p class="soft">{{ ucfirst($task->step) }}. You may leave this page; it goes on.</p>
            <div class="progress max-w-md"><i style="width: {{ $task->percent() }}%"></i></div>
        @elseif (! $instance->draft)
            <h2>There is no draft</h2>
            @if ($task?->state === 'done')<p class="good">The last one is applied. What is in the folder is what the line-up says.</p>@endif
            <p class="mt-2 acts"><a class="btn" href="{{ route('instances.show', $instance) }}">See the line-up</a><a class="btn" href="{{ route('find', $instance) }}">Find mods</a></p>
        @else
            @if ($task?->state === 'failed' && $task->updated_at >= $instance->draft->updated_at)<p class="said wrong" style="margin: 0 0 12px" role="alert">The draft was not applied. {{ $task->problem }}</p>@endif
            @if ($lineUp->impossible)
                <h1 class="text-xl">{{ $page->refusal() }}</h1>
                <p class="soft mb-4">Everything else that is asked for can. Nothing on disk has changed.</p>
                <h2>Why</h2>
                <ol class="why mb-5">
                    @foreach ($lineUp->impossible->explanation as $i => $step)
                        <li>{{ $step->text }} @if ($step->from)<span class="quiet">From {{ collect($step->from)->map(fn ($n) => $n + 1)->join(', ', ' and ') }}.</span>@endif</li>
                    @endforeach
                </ol>
                @foreach ($page->charts() as $chart)
                    <h2 class="mb-2">{{ $chart->title }}</h2>
                    <x-range-chart :chart="$chart" />
                @endforeach
            @else
                <h1 class="text-xl mb-1">What the draft leads to</h1>
            @endif
        @endif
    </div>
    @if (! $applying && $lineUp->resolved && $instance->draft)
        <p class="px-[18px] soft pb-2">{{ count($lineUp->withFiles()) }} releases with files. {{ $lineUp->toFetch() > 0 ? App\View\Bytes::words($lineUp->toFetch()).' to fetch.' : 'Everything is in the store already.' }}{{ $lineUp->plan->putBack ? ' Every file is laid anew.' : '' }}</p>
        <div class="scroll"><table class="grid-table">
            <thead><tr><th style="width: 84px">Draft</th><th style="width: 170px">Package</th><th style="width: 160px">Release</th><th>Here because</th><th class="num" style="width: 80px">Size</th><th style="width: 96px"><span class="sr-only">Act</span></th></tr></thead>
            <tbody>
            @foreach ($page->changes->remove as $id)
                <tr><td class="bad">goes</td><td class="name">{{ $page->title($id) }}</td><td class="ver soft">{{ $lineUp->have[$id] }}</td><td class="soft">nothing needs it any more</td><td></td><td></td></tr>
            @endforeach
            @foreach ($page->selection() as $one)
                @php($id = $one->package->id)
                @php($state = $page->stateOf($id))
                @php($base = $one->package->kind->isBase())
                <tr data-row tabindex="-1">
                    <td class="{{ ['comes' => 'good', 'changes' => 'warn', 'stays' => 'quiet'][$state] }}">{{ $state }}</td>
                    <td class="name">{{ $one->package->title() }}</td>
                    <td class="ver">{{ $state === 'changes' ? $page->versionBefore($id).' → ' : '' }}{{ $one->release->version }}</td>
                    <td class="soft">@if ($base) part of the base @else <x-because :because="App\Instances\LineUp::because($one)" :names="collect($lineUp->resolved->selection)->mapWithKeys(fn ($other) => [$other->package->id => $other->package->title()])" /> @endif</td>
                    <td class="num">@if (in_array($one, $lineUp->withFiles(), true)){{ App\View\Bytes::words($lineUp->fileOf($one)->size) }}@endif</td>
                    <td class="text-right">@if (! $base && $one->isWanted())<form method="post" action="{{ route('draft.remove', $instance) }}">@csrf<input type="hidden" name="id" value="{{ $id }}"><input type="hidden" name="seen" value="{{ $instance->draft->revision }}"><button class="link" aria-label="Do without {{ $one->package->title() }}">Do without</button></form>@endif</td>
                </tr>
            @endforeach
            </tbody>
        </table></div>
    @endif
    @if (! $applying && $instance->draft && $lineUp->plan->wants !== [])
        <details class="px-[18px] pt-5"><summary class="soft cursor-pointer">Exact releases and ranges</summary>
            <p class="soft pt-2">Each as new as it can be, unless a range is given: 1.4.2, &gt;=1.4 &lt;2, ^1.4, 1.x.</p>
            @foreach ($lineUp->plan->wants as $want)
                <form method="post" action="{{ route('draft.range', $instance) }}" class="acts pt-2">@csrf<input type="hidden" name="id" value="{{ $want->id }}"><label class="w-44 font-medium" for="range-{{ $want->id }}">{{ $page->title($want->id) }}</label><input type="text" class="ver" id="range-{{ $want->id }}" name="range" value="{{ $want->range === '*' ? '' : $want->range }}" placeholder="newest" maxlength="200"><button class="btn">Set</button></form>
            @endforeach
        </details>
    @endif
    <x-slot:beside label="What would help">
        @if ($lineUp->impossible && $instance->draft)
            <h2 class="mb-2">What would help</h2>
            @forelse ($repairs as $key => $offer)
                @php($count = $offer['repair']->leadsTo->changes->count())
                <x-remedy :action="route('draft.repair', $instance)" :fields="['repair' => $key]" :effect="$count === 0 ? 'no change' : $count.($count === 1 ? ' change' : ' changes')">{{ rtrim($offer['repair']->text, '.') }}</x-remedy>
            @empty
                <p class="soft">Only another game version or another loader would, which is a new instance. Or step back.</p>
            @endforelse
        @else
            <h2 class="mb-2">Allowed beyond the rules</h2>
            @forelse ($lineUp->plan->waivers as $waiver)
                <section class="finding"><h3><x-mark :level="App\Instances\Level::Look" />{{ $page->title($waiver->id) }} {{ $waiver->version }}</h3><p>{{ $waiver->relation === 'needs' ? 'What it says it needs of' : 'That it says it cannot stand with' }} {{ $page->title($waiver->target) }} is disregarded.</p>
                <x-remedy :action="route('draft.heed', $instance)" :fields="['id' => $waiver->id, 'relation' => $waiver->relation, 'target' => $waiver->target]">Heed it again</x-remedy></section>
            @empty
                <p class="soft">Nothing is waived{{ $lineUp->plan->channels === [] ? ', and only stable releases are taken' : '' }}.</p>
            @endforelse
            @foreach ($lineUp->plan->channels as $id => $channel)<p class="soft mt-2">{{ $page->title((string) $id) }} may come from {{ $channel->value }}.</p>@endforeach
        @endif
    </x-slot:beside>
    @if ($applying || ! $instance->draft)
        <x-slot:slab> </x-slot:slab>
    @endif
</x-instance>
