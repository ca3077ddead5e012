@use('App\View\LineUp\RowState')
<x-instance :instance="$instance" part="line-up" title="Line-up">
    <h1 class="sr-only">Line-up</h1>
    @if ($instance->applied_at === null)
        <div class="px-[18px] max-w-xl">
            <h2>Nothing is applied yet</h2>
            <p class="soft mt-1">The folder is empty until the first draft is applied. <a class="link"
                    href="{{ route('find', $instance) }}">Find mods</a> to add, or <a class="link"
                    href="{{ route('draft', $instance) }}">review the draft</a> and apply it.</p>
        </div>
    @else
        @php($counts = $page->counts())
        <div x-data="lineUp">
            <div class="tools">
                <span class="seg"><a href="{{ route('instances.show', [$instance, ...$page->address(asTheatre: false)]) }}"
                        @if (!$page->asTheatre) aria-current="true" @endif>Table</a><a
                        href="{{ route('instances.show', [$instance, ...$page->address(asTheatre: true)]) }}"
                        @if ($page->asTheatre) aria-current="true" @endif>Theatre</a></span>
                <span class="seg">
                    @foreach ($page::FILTERS as $only => $words)
                        @if ($counts[$only] > 0 || $only === $page->only || in_array($only, ['', 'asked', 'findings'], true))
                            <a href="{{ route('instances.show', [$instance, ...$page->address(only: $only)]) }}"
                                @if ($page->only === $only) aria-current="true" @endif>{{ $words }} <span
                                    class="ver">{{ $counts[$only] }}</span></a>
                        @endif
                    @endforeach
                </span>
                <form action="{{ route('instances.show', $instance) }}" class="flex gap-2 items-center" @submit.prevent>
                    @foreach (array_diff_key($page->address(), ['q' => 1]) as $name => $value)
                        <input type="hidden" name="{{ $name }}" value="{{ $value }}">
                    @endforeach
                    <input type="search" name="q" value="{{ $page->words }}" class="w-36"
                        aria-label="Only those called like this" placeholder="Only called like…" maxlength="200" x-ref="words"
                        @input="only">
                </form>
                @if ($page->started->unknown !== '')
                    <span class="soft">Which of these start is not known. {{ $page->started->unknown }}</span>
                @endif
                @if ($page->look->isOpen)
                    <span class="quiet">Which newer releases fit is not known yet.</span>
                @elseif ($page->updates() > 0)
                    <x-act-button :action="route('draft.update', $instance)" :instance="$instance">Take
                        {{ $page->updates() === 1 ? 'the update' : 'all ' . $page->updates() . ' updates' }}</x-act-button>
                @endif
            </div>
            <x-groups :instance="$instance" />
            @php($groups = $page->groups())
            @if ($page->asTheatre)
                <x-theatre :theatre="$page->theatre()" />
            @else
                @php(app(App\Pictures\Pictures::class)->of(collect($groups)->flatten()->pluck('id')->all()))
                @if ($groups === [])
                    <p class="px-[18px] soft">None.</p>
                @else
                    @php($names = $page->names())
                    @php($sorted = fn(string $sort,
                        string $words) => new Illuminate\Support\HtmlString('<a class="hover:underline" href="' . e(route('instances.show',
                        [$instance, ...$page->address(sort: $page->sort === $sort ? '' : $sort)])) . '"' . ($page->sort === $sort
                        ? ' aria-current="true"' : '') . '>' . e($words) . ($page->sort === $sort ? ' ↓' : '') . '</a>'))
                    <form id="bulk" method="post" action="{{ route('draft.off', $instance) }}">@csrf @if ($instance->draft)
                            <input type="hidden" name="seen" value="{{ $instance->draft->revision }}">
                        @endif
                    </form>
                    <div class="scroll">
                        <table class="grid-table dense" @change="count">
                            <thead>
                                <tr>
                                    <th style="width: 44px"><input type="checkbox" aria-label="Mark all that are shown"
                                            @change="all($event.target.checked)"></th>
                                    <th style="width: 26px"><span class="sr-only">Finding</span>{{ $sorted('finding', '!') }}</th>
                                    <th style="width: 178px">{{ $sorted('name', 'Package') }}</th>
                                    <th style="width: 104px">Release</th>
                                    <th style="width: 148px">{{ $sorted('release', 'Newer') }} <x-help of="Newer" key="newer" /></th>
                                    <th>Here because <x-help of="Here because" key="because" /></th>
                                    @if ($page->started->unknown === '')
                                        <th class="num wide-only" style="width: 76px">Started <x-help of="Started" key="started" /></th>
                                    @endif
                                    <th class="wide-only" style="width: 60px">Side <x-help of="Side" key="side" /></th>
                                    <th class="num" style="width: 66px">{{ $sorted('size', 'Size') }}</th>
                                </tr>
                            </thead>
                            @foreach ($groups as $tier => $rows)
                                <tbody>
                                    @if ($tier !== '')
                                        <tr class="tier">
                                            <td colspan="9">{{ $tier }} <span class="ver">{{ count($rows) }}</span></td>
                                        </tr>
                                    @endif
                                    @foreach ($rows as $row)
                                        @php($at = $row->standing)
                                        <tr data-row tabindex="-1"
                                            data-words="{{ Str::lower($row->name . ' ' . $row->id . ' ' . $at->note) }}"
                                            class="{{ $at->state === RowState::On ? '' : 'away' }}"
                                            data-state="{{ $at->state->isSwitchedOff() ? 'off' : 'on' }}">
                                            <td>
                                                @if ($row->kind !== 'loader')
                                                    <input type="checkbox" form="bulk" name="ids[]" value="{{ $row->id }}"
                                                        aria-label="Mark {{ $row->name }}">
                                                @endif
                                            </td>
                                            <td>
                                                @if ($at->finding)
                                                    <x-mark :level="$at->finding->level" />
                                                @endif
                                            </td>
                                            <td class="name">{!! App\View\Drawn::ofPackage($row->id, 16) !!}
                                                @if ($row->kind === 'loader')
                                                    {{ $row->name }}
                                                @else
                                                    <a class="hover:underline" data-open
                                                        href="{{ route('packages.show', [$instance, $row->id]) }}">{{ $row->name }}</a>
                                                    @endif @if ($at->note !== '')
                                                        <span class="note" title="Your note">{{ $at->note }}</span>
                                                    @endif
                                            </td>
                                            <td class="ver">{{ $row->version }}@if ($row->isPinned())
                                                    <span class="tag" title="Exactly this release is asked for">pinned</span>
                                                @endif
                                            </td>
                                            <td class="ver whitespace-nowrap">
                                                @if ($at->update)
                                                    @if ($at->update->fits)
                                                        <span class="good">{{ $at->update->fits }}</span>
                                                        @if ($at->update->fits !== $at->update->newest)
                                                            <span class="quiet"
                                                                title="{{ $at->update->newest }} is the newest, and does not fit">of
                                                                {{ $at->update->newest }}</span>
                                                    @endif @elseif ($row->isPinned())<span class="quiet"
                                                            title="Exactly {{ $row->version }} is asked for">{{ $at->update->newest }},
                                                            held by your pin</span>
                                                    @else<span class="quiet"
                                                            title="It does not fit with everything else that is asked
                                                                for">{{ $at->update->newest }}
                                                            does not fit</span>
                                                    @endif
                                                @endif
                                            </td>
                                            <td class="soft one-line" title="{{ App\View\Because::all($row->because, $names) }}">
                                                @if ($row->stateWords() !== '')
                                                    <span class="warn">{{ $row->stateWords() }}</span>
                                                @endif
                                                @if ($row->kind === 'loader')
                                                    part of the base
                                                @elseif ($at->state !== RowState::Off)
                                                    {{ App\View\Because::words($row->because, $names) }}
                                                @endif
                                                @if (!in_array($at->range, ['', '*'], true) && !$row->isPinned())
                                                    <span class="ver">{{ $at->range }}</span>
                                                @endif
                                            </td>
                                            @if ($page->started->unknown === '')
                                                <td @class(['num wide-only ver', 'bad' => $at->started === 'began',
                                                    'soft' => $at->started === 'no'])
                                                    @if ($at->started === 'began') title="It began to start and was not through" @endif>
                                                    {{ $at->started }}</td>
                                            @endif
                                            <td class="soft wide-only">{{ $row->side }}</td>
                                            <td class="num">{{ $row->size > 0 ? App\View\Bytes::words($row->size) : '' }}</td>
                                        </tr>
                                    @endforeach
                                </tbody>
                            @endforeach
                        </table>
                    </div>
                    <div class="slab" x-cloak x-show="marked > 0" style="z-index: 5" role="region" aria-label="Marked">
                        <b><span x-text="marked"></span> marked</b><span class="gap"></span>
                        <button form="bulk" class="btn"
                            :formaction="allOff ? '{{ route('draft.on', $instance) }}' : '{{ route('draft.off', $instance) }}'"
                            data-rowkey="o"><span x-text="allOff ? 'Turn on' : 'Turn off'">Turn off</span> <kbd>o</kbd></button>
                        <button form="bulk" class="btn" formaction="{{ route('draft.pin', $instance) }}" data-rowkey="p">Pin
                            <kbd>p</kbd></button>
                        <button form="bulk" class="btn" formaction="{{ route('draft.update', $instance) }}" data-rowkey="u">Take
                            newer <kbd>u</kbd></button>
                        <input form="bulk" type="text" name="group" maxlength="60" class="w-32" placeholder="Group"
                            aria-label="Name of a group">
                        <button form="bulk" class="btn" formaction="{{ route('draft.group', $instance) }}">Group</button>
                        <button form="bulk" class="btn" formaction="{{ route('draft.remove', $instance) }}"
                            data-rowkey="Delete">Do without <kbd>Del</kbd></button>
                        <button form="bulk" class="btn" formaction="{{ route('packages.say', $instance) }}" x-show="marked < 3">Say what
                            you found out</button>
                        <button type="button" class="btn" @click="all(false)">Clear</button>
                    </div>
                @endif
            @endif
        </div>
        <details class="px-[18px] pt-6">
            <summary class="soft cursor-pointer">Put this instance away, or remove it</summary>
            <form method="post" action="{{ route('instances.put-away', $instance) }}" class="pt-2">@csrf<p class="soft mb-2">Put away, all
                    of it is kept as it is, out of the way, until you bring it back.</p><button class="btn">Put
                    {{ $instance->name }} away</button></form>
            <form method="post" action="{{ route('instances.destroy', $instance) }}" class="pt-2">@csrf @method('delete')<p
                    class="soft mb-2">Its folder with its worlds and configs is deleted for good.</p><button class="btn">Remove
                    {{ $instance->name }}</button></form>
        </details>
    @endif
    <x-slot:beside>
        <x-findings :findings="$page->findings" title="Findings" :instance="$instance"
            :none="match (true) {
                $page->aside !== [] => 'Nothing is known to be wrong but what was set aside.',
                $instance->applied_at === null => 'Nothing is known to be wrong, because nothing is there yet.',
                default => 'Nothing is known to be wrong.',
            }" />
        @if ($page->aside !== [])
            <details class="mt-2"><summary class="soft cursor-pointer">Set aside
                <span class="ver">{{ count($page->aside) }}</span></summary>
                @foreach ($page->aside as $finding)
                    <p class="py-1"><x-mark :level="$finding->level" /> {{ $finding->title }}.
                        <span class="soft">{{ $finding->text }}</span>
                        <x-act :action="route('findings.heed', $instance)" :fields="['key' => $finding->key()]"
                            :label="'Heed again: ' . $finding->title">heed it again</x-act></p>
                @endforeach
            </details>
        @endif
        @inject('trials', 'App\Drafts\Trials')
        <x-tried :instance="$instance" :whole="!$trials->isOpen($instance)" />
        @if ($instance->applied_at !== null)
            <form method="post" action="{{ $watch ? route('watches.destroy', $watch) : route('instances.watch', $instance) }}"
                class="mt-5 soft">
                @csrf @if ($watch)
                    @method('delete')
                    You are told on the first page of updates and notices. <button class="link">Stop that</button>
                @else
                    <button class="link">Tell me of updates and notices</button>
                @endif
            </form>
        @endif
    </x-slot:beside>
</x-instance>
