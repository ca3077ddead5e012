@use('App\View\Drafts\DraftChange')
@php($busy = $task && ! $task->isOver())
<x-instance :instance="$instance" part="draft" title="Draft" :waits="$busy && $task->state->value !== 'paused'" quiet>
    @if ($busy)
        <div class="px-[18px]">
            <div class="acts mb-3" style="justify-content: flex-start">
                @if ($task->state->value === 'paused')
                    <form method="post" action="{{ route('apply.go-on', $instance) }}">@csrf<button class="btn main-act" data-key="p">Go on
                        <kbd>p</kbd></button></form>
                @else
                    <form method="post" action="{{ route('apply.pause', $instance) }}">@csrf<button class="btn" data-key="p">Pause
                        <kbd>p</kbd></button></form>
                @endif
                <form method="post" action="{{ route('apply.cancel', $instance) }}">@csrf<button class="btn">Cancel</button></form>
            </div>
            <div @if ($task->state->value !== 'paused') x-data="refresh('{{ route('apply', $instance) }}')"
                @endif>@include('draft.applying')</div>
        </div>
        <x-slot:slab> </x-slot:slab>
    @elseif (! $instance->draft)
        <div class="px-[18px] max-w-xl">
            @if ($task?->state?->value === 'done')
                <h1 class="text-xl">It is applied</h1>
                <p class="good">What is in the folder is what the line-up says.</p>
                @unless ($instance->lastRehearsal?->isOfNow($instance))
                    <p class="mt-2">Whether it launches is not known yet: a rehearsal starts the game, reads its log, and ends it again.</p>
                    <div class="acts mt-2" style="justify-content: flex-start">
                        <form method="post" action="{{ route('rehearsals.store', $instance) }}">@csrf<button
                                class="btn main-act">See whether it launches</button></form>
                        <x-until :instance="$instance" />
                    </div>
                @endunless
            @else
                <h1 class="text-xl">There is no draft</h1>
            @endif
            <p class="soft mt-3">Every change is collected in a draft first, so that you can see what it leads to before anything on disk
                changes.</p>
            <p class="mt-3 acts"><a class="btn" href="{{ route('instances.show', $instance) }}">See the
                line-up</a><a class="btn" href="{{ route('find', $instance) }}">Find mods</a>
            @if ($instance->applied_at)<x-act-button :action="route('draft.update', $instance)">Take every update that
                fits</x-act-button>@endif</p>
        </div>
        <x-slot:slab> </x-slot:slab>
    @else
        <div class="px-[18px]">
            @if ($task?->state?->value === 'failed' && $task->updated_at >= $instance->draft->updated_at)<p class="said wrong"
                style="margin: 0 0 12px" role="alert">The draft was not applied. {{ $task->problem }}</p>@endif
            @if ($task?->state?->value === 'cancelled' && $task->updated_at >= $instance->draft->updated_at)<p class="said"
                style="margin: 0 0 12px" role="status">Applying was cancelled. The instance is as it was, and the draft is still
                here.</p>@endif
            @if ($told)
                <h1 class="text-xl">{{ $page->refusal() }}</h1>
                <p class="soft mb-4">{{ $page->others() }} Nothing on disk has changed.</p>
                <h2>Why</h2>
                <ol class="why mb-5">
                    @foreach ($told->steps as $step)
                        <li>{{ $step['text'] }} @if ($step['from'])<span class="quiet">This follows from
                            {{ collect($step['from'])->map(fn ($n) => $n + 1)->join(', ', ' and ') }}.</span>@endif</li>
                    @endforeach
                </ol>
                @foreach ($page->charts() as $chart)
                    <h2 class="mb-2">{{ $chart->title }}</h2>
                    <x-range-chart :chart="$chart" />
                @endforeach
            @elseif ($lineUp->isStopped)
                <x-hard-question :instance="$instance" :given-up="$givenUp" />
            @else
                <h1 class="text-xl">What the draft leads to <x-help of="The draft" key="draft" /></h1>
                <p class="soft">{{ $page->sizes() }} {{ $page->once() }}</p>
                @if ($page->reported() !== '')
                    <p class="warn">{{ $page->reported() }}</p>
                @endif
            @endif
        </div>
        @if ($lineUp->resolved && $lineUp->plan->once->updating !== [] && $page->changes->remove !== [])
            <p class="px-[18px] pt-1 warn">Taking the newer releases loses
                {{ collect($page->changes->remove)->map($page->title(...))->join(', ', ' and ') }}.</p>
        @endif
        @if ($inTheWay !== [] || $lineUp->plan->once->out !== [])
            <div class="px-[18px] pt-3">
                <h2 class="mb-1">Goes into the bin</h2>
                <p class="soft">Not of Stasimon's laying. It can be had back from <a class="link underline"
                    href="{{ route('files', [$instance, 'only' => 'bin']) }}">Files, In the bin</a>.</p>
                <ul class="pt-1">
                    @foreach ($lineUp->plan->once->out as $key => $path)
                        <li class="py-1"><span class="ver">{{ $path }}</span> <span class="soft">You take it out.</span>
                            <x-act :action="route('draft.leave-in', $instance)" :fields="['key' => $key]" :instance="$instance"
                                :label="'Leave '.$path.' where it is'">Leave it</x-act></li>
                    @endforeach
                    @foreach (array_slice($inTheWay, 0, 30) as $one)
                        <li class="py-1"><span class="ver">{{ mb_scrub($one->path) }}</span> <span class="soft">{{ $one->why }}</span></li>
                    @endforeach
                </ul>
                @if (count($inTheWay) > 30)<p class="soft">And {{ number_format(count($inTheWay) - 30) }} more.</p>@endif
            </div>
        @endif
        @if ($lineUp->resolved)
            @php($names = $page->names())
            @if ($page->changes->count() > 0)
            @if ($page->changes->count() > 15)
                <p class="px-[18px] pt-2"><input type="search" class="w-60" aria-label="Only packages called like this"
                    placeholder="Only called like…" x-data @input="document.querySelectorAll('.changing tr[data-row]').forEach(row =>
                        row.hidden = ! row.textContent.toLowerCase().includes($el.value.trim().toLowerCase()))"></p>
            @endif
            <div class="scroll"><table class="grid-table mt-2 changing">
                <thead><tr><th style="width: 190px">Package</th><th style="width: 190px">Release</th><th>Because</th><th class="num"
                    style="width: 80px">Size</th><th style="width: 96px"><span class="sr-only">Act</span></th></tr></thead>
                @if ($page->changes->remove !== [])
                    <tbody><tr class="tier"><td colspan="5" class="bad">Goes
                        <span class="ver">{{ count($page->changes->remove) }}</span></td></tr>
                    @foreach ($page->changes->remove as $id)
                        <tr data-row tabindex="-1"><td class="name">{{ $page->title($id) }}</td><td
                            class="ver soft">{{ $lineUp->have[$id] }}</td><td class="soft">{{ $page->whyGone($id) }}</td><td></td>
                            <td class="text-right">@if ($lineUp->plan->isOff($id))<x-act :action="route('draft.on', $instance)"
                                :fields="['id' => $id]" :instance="$instance" :label="'Turn '.$page->title($id).' on'">Turn
                                on</x-act>@else<x-act :action="route('draft.add', $instance)" :fields="['id' => $id]" :instance="$instance"
                                :label="'Keep '.$page->title($id)">Keep it</x-act>@endif</td></tr>
                    @endforeach</tbody>
                @endif
                @foreach ([[DraftChange::Comes, 'good'], [DraftChange::Changes, 'warn']] as [$state, $class])
                    @php($group = $page->selected($state))
                    @continue($group === [])
                    <tbody><tr class="tier"><td colspan="5" class="{{ $class }}">{{ $state->name }}
                        <span class="ver">{{ count($group) }}</span></td></tr>
                    @foreach ($group as $one)<x-draft-row :instance="$instance" :page="$page" :line-up="$lineUp" :one="$one"
                        :names="$names" :state="$state" />@endforeach</tbody>
                @endforeach
            </table></div>
            @else
                <p class="px-[18px] pt-2 soft">The releases stay as they are.</p>
            @endif
            @include('draft.alternatives')
            @include('suggestions.draft')
            @php($stays = $page->selected(DraftChange::Stays))
            @if ($stays !== [])
                <details class="pt-2"><summary class="px-[18px] soft cursor-pointer">Stays
                    <span class="ver">{{ count($stays) }}</span></summary>
                    <table class="grid-table"><thead
                        class="sr-only"><tr><th>Package</th><th>Release</th><th>Because</th></tr></thead><tbody>@foreach ($stays as $one)<tr
                        data-row tabindex="-1"><td class="name" style="width: 190px">{{ $one->package->title() }}</td><td class="ver"
                        style="width: 190px">{{ $one->release->version }}</td><td
                        class="soft">{{ $one->package->kind->isBase() ? 'part of the base'
                        : App\View\Because::drafted($one, $names) }}</td></tr>@endforeach</tbody></table>
                </details>
            @endif
        @endif
        @if ($lineUp->plan->wants !== [])
            <details class="px-[18px] pt-4"><summary class="soft cursor-pointer">Exact releases and ranges</summary>
                <p class="soft pt-2">Each as new as it can be, unless a range is given: 1.4.2, &gt;=1.4 &lt;2, ^1.4, 1.x. Those that stay
                    and have none are set on their own pages.</p>
                @foreach ($page->ranged() as $want)
                    <form method="post" action="{{ route('draft.range', $instance) }}" class="acts pt-2">@csrf<input type="hidden" name="id"
                        value="{{ $want->id }}"><label class="w-44 font-medium"
                        for="range-{{ $want->id }}">{{ $page->title($want->id) }}</label><input type="text" class="ver"
                        id="range-{{ $want->id }}" name="range" value="{{ $want->range === '*' ? '' : $want->range }}" placeholder="newest"
                        maxlength="{{ Stasimon\Core\Document\Limits::RANGE }}"><button class="btn">Set</button></form>
                @endforeach
            </details>
        @endif
        <x-slot:beside label="What would help">
            @if ($told)
                <h2 class="mb-2">What would help</h2>
                @foreach ($told->repairs as $key => $offer)
                    <x-remedy :action="route('draft.repair', $instance)" :fields="['repair' => $key]"
                        :effect="match ($offer['changes']) { 0 => 'no change', 1 => '1 change', default => $offer['changes'].' changes' }">
                        {{ $offer['text'] }}</x-remedy>
                @endforeach
                @if (! $told->isWhole)<p class="soft">There was no time to try everything that could help.</p>
                @elseif ($told->repairs === [])<p class="soft">Only another game version or another loader would, which is a new instance.
                    Or step back.</p>@endif
            @elseif ($lineUp->isStopped)
                <h2 class="mb-2">What would help</h2>
                <p class="soft">Fewer packages at once, or exact releases of those that are asked for, make the question easier.</p>
                <div class="mt-2 acts">
                    <x-act-button :action="route('draft.back', $instance)">Take the last step back</x-act-button>
                    <x-act-button :action="route('draft.discard', $instance)">Throw the draft away</x-act-button>
                </div>
            @else
                <x-findings :findings="$page->new" title="New with this draft" />
                @if ($page->cleared !== [])
                    <h2 class="mt-4 mb-1">Cleared by it
                        <span class="ver quiet ml-1">{{ count($page->cleared) }}</span></h2>
                    <p class="soft">Tested on the line-up that it leads to.</p>
                    @foreach ($page->cleared as $finding)<p class="py-1"><x-mark :level="$finding->level" />
                        <s class="soft">{{ $finding->title }}</s></p>@endforeach
                @endif
                @if ($page->toBeTried !== [])
                    <h2 class="mt-4 mb-1">To be tried <span class="ver quiet ml-1">{{ count($page->toBeTried) }}</span></h2>
                    <p class="soft">A launch has told it. Whether this draft answers it is known once it is applied and launched.</p>
                    @foreach ($page->toBeTried as $finding)<p class="py-1"><x-mark :level="$finding->level" />
                        {{ $finding->title }}. <span class="soft">{{ $finding->text }}</span></p>@endforeach
                @endif
                <x-findings :findings="$page->staying" title="Stays as it is" />
                @if ($page->new === [] && $page->cleared === [] && $page->staying === [] && $page->toBeTried === [])
                    <h2 class="mb-1">Findings</h2><p
                    class="soft">Nothing is known to be wrong with it.</p>@endif
                @if ($lineUp->plan->waivers !== [])
                    <h2 class="mt-5 mb-1">Notes on what is waived</h2>
                    @foreach ($lineUp->plan->waivers as $waiver)
                        <form method="post" action="{{ route('draft.note', $instance) }}" class="pt-1">@csrf
                            @foreach (['id' => $waiver->id, 'relation' => $waiver->relation->value,
                                'target' => $waiver->target] as $name => $value)<input type="hidden" name="{{ $name }}"
                                value="{{ $value }}">@endforeach
                            <label class="soft" for="note-{{ $loop->index }}">{{ $page->title($waiver->id) }}
                                {{ $waiver->version }}@if (in_array($waiver, $lineUp->lapsing(), true)), lapses with this draft
                                @endif</label>
                            <span class="flex gap-2"><input class="w-full" type="text" id="note-{{ $loop->index }}" name="note"
                                maxlength="{{ Stasimon\Core\Document\Limits::REMARK }}" placeholder="Why you know better"
                                value="{{ $lineUp->plan->waiverNotes[$waiver->key()] ?? '' }}"><button
                                class="btn">Note</button></span></form>
                    @endforeach
                @endif
                @foreach ($lineUp->plan->channels as $id => $channel)<p class="soft mt-3">{{ $page->title((string) $id) }} may come from
                    {{ $channel->value }}.</p>@endforeach
            @endif
        </x-slot:beside>
    @endif
</x-instance>
