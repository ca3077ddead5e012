@php($with = fn(array $change): string => route('findings', array_filter($change + $asked, fn($value) => $value !== '')))
<x-layout title="Findings">
    <main class="plain" id="main" style="max-width: none; padding-bottom: 84px">
        <h1 class="text-2xl mt-6 mb-1">What needs you <x-help of="Findings" key="findings" /></h1>
        <p class="soft mb-3">
            @if ($found === 0)
                Nothing is known to be wrong in any instance.
            @else
                {{ $found === 1 ? 'One finding' : $found . ' findings' }} in {{ $in === 1 ? 'one instance' : $in . ' instances' }}; what is
                the same in several is one row.
            @endif
        </p>
        @if ($found > 0 || $asideCount > 0)
            <form class="flex flex-wrap items-center gap-2 mb-3" x-data role="search" aria-label="Which findings">
                <span class="seg" role="group" aria-label="How serious">
                    <a href="{{ $with(['level' => '', 'aside' => '']) }}"
                        @if ($asked['level'] === '' && $asked['aside'] === '') aria-current="true" @endif>All</a>
                    @foreach ($levels as $level => $count)
                        @php($one = App\Findings\Level::from($level))
                        <a href="{{ $with(['level' => $level]) }}" @if ($asked['level'] === $level) aria-current="true" @endif><x-mark
                                :level="$one" /> {{ ucfirst($one->words()) }} <span class="ver">{{ $count }}</span></a>
                    @endforeach
                    @if ($asideCount > 0)
                        <a href="{{ $with(['aside' => '1', 'level' => '']) }}"
                            @if ($asked['aside'] !== '') aria-current="true" @endif>Set aside <span class="ver">{{ $asideCount }}</span></a>
                    @endif
                </span>
                @foreach (['level', 'aside'] as $kept)
                    @if ($asked[$kept] !== '')
                        <input type="hidden" name="{{ $kept }}" value="{{ $asked[$kept] }}">
                    @endif
                @endforeach
                <select name="instance" aria-label="In which instance" @change="$el.form.submit()">
                    <option value="">every instance</option>
                    @foreach ($names as $id => $name)
                        <option value="{{ $id }}" @selected($asked['instance'] === $id)>{{ $name }}</option>
                    @endforeach
                </select>
                <select name="kind" aria-label="Of which kind" @change="$el.form.submit()">
                    <option value="">every kind</option>
                    @foreach ($kinds as $kind)
                        <option value="{{ $kind }}" @selected($asked['kind'] === $kind)>{{ $kind }}</option>
                    @endforeach
                </select>
                @if ($packages !== [])
                    <select name="package" aria-label="About which package" @change="$el.form.submit()">
                        <option value="">every package</option>
                        @foreach ($packages as $id => $name)
                            <option value="{{ $id }}" @selected($asked['package'] === $id)>{{ $name }}</option>
                        @endforeach
                    </select>
                @endif
                <noscript><button class="btn">Show</button></noscript>
            </form>
            <div x-data="marks" @click="mark($event)">
                <form id="marked" method="post" action="{{ route('findings.draft') }}">@csrf</form>
                @foreach ($seen as $id => $revision)
                    <input type="hidden" form="marked" name="seen[{{ $id }}]" value="{{ $revision }}">
                @endforeach
                @if ($rows === [])
                    <p class="soft">{{ $asked['aside'] !== '' ? 'Nothing is set aside.' : 'None of them is such a one.' }}
                        <a class="link underline" href="{{ route('findings') }}">Show all</a></p>
                @else
                    <div class="scroll">
                        <table class="grid-table plain triage" aria-label="{{ $asked['aside'] !== '' ? 'Set aside' : 'Findings' }}">
                            <thead>
                                <tr>
                                    <th style="width: 34px"><input type="checkbox" data-all aria-label="Mark all"></th>
                                    <th style="width: 28px"><span class="sr-only">How serious</span></th>
                                    <th>What is so, and where</th>
                                    <th style="width: 330px"><span class="sr-only">What can be done</span></th>
                                </tr>
                            </thead>
                            @foreach ($rows as $row)
                                @include('findings.row')
                            @endforeach
                        </table>
                    </div>
                    @if ($more > 0)
                        <p class="soft py-2">And {{ $more }} more: choose a kind or an instance to see them.</p>
                    @endif
                    @if ($asked['aside'] === '')
                        <div class="acts mt-3" style="justify-content: flex-start">
                            <button class="btn main-act" form="marked" :disabled="marked === 0">Draft what helps</button>
                            <select name="days" form="marked" aria-label="Set aside for how long">
                                <option value="0">until it says something else</option>
                                <option value="7">for a week</option>
                                <option value="30">for a month</option>
                            </select>
                            <button class="btn" form="marked" formaction="{{ route('findings.aside-many') }}" :disabled="marked === 0">Set
                                aside</button>
                            <span class="soft" x-text="marked === 0 ? 'Mark findings first.' : marked + ' marked'"></span>
                        </div>
                    @endif
                @endif
            </div>
        @endif
        @foreach ($sets as $one)
            @if ($one->finding === null)
                <p class="py-1">Set aside: {{ $one->says }}, {{ $one->span() }}.
                    <x-act :action="route('findings.heed-many')" :fields="['asides[]' => $one->id]"
                        :label="'Heed again: ' . $one->says">heed it again</x-act></p>
            @endif
        @endforeach
        @if (count($light) > 0)
            <form method="post" action="{{ route('findings.draft') }}" class="slab mt-4">
                @csrf
                @foreach ($light as $key)
                    <input type="hidden" name="findings[]" value="{{ $key }}">
                @endforeach
                @foreach ($seen as $id => $revision)
                    <input type="hidden" name="seen[{{ $id }}]" value="{{ $revision }}">
                @endforeach
                <b>{{ count($light) === 1 ? 'One of them has a remedy that gives nothing up' : count($light) .
                    ' of them have a remedy that gives nothing up' }}</b>
                <span>{{ $lightIn === 1 ? 'one draft' : $lightIn . ' drafts, one for each instance' }}; nothing on disk changes
                    yet</span>
                <span class="gap"></span>
                <button class="btn main-act">{{ count($light) === 1 ? 'Draft it' : 'Draft them all' }}</button>
            </form>
        @elseif ($ready > 0)
            <div class="slab">
                <b>{{ $ready === 1 ? 'One draft is ready' : $ready . ' drafts are ready' }}</b>
                <span>{{ $ready === 1 ? 'it stands' : 'they stand' }} <a class="underline" href="#drafts">below</a>; each apply can be taken
                    back</span>
                <span class="gap"></span>
                <button class="btn main-act" form="to-apply">Apply {{ $ready === 1 ? 'it' : 'those that are marked' }}</button>
            </div>
        @endif
        @if ($drafts !== [])
            <h2 class="mt-6 mb-1" id="drafts">Drafts <span class="ver quiet ml-1">{{ count($drafts) }}</span></h2>
            <div x-data="marks" @click="mark($event)">
                <form id="to-apply" method="post" action="{{ route('updates.apply') }}">@csrf</form>
                <div class="scroll">
                    <table class="grid-table plain" aria-label="Drafts">
                        <thead class="sr-only">
                            <tr>
                                <th style="width: 34px"><input type="checkbox" data-all aria-label="Mark all drafts"></th>
                                <th style="width: 230px">Instance</th>
                                <th>What its draft changes</th>
                            </tr>
                        </thead>
                        @foreach ($drafts as $draft)
                            <tr data-row tabindex="-1">
                                <td><input type="checkbox" form="to-apply" name="instances[]" value="{{ $draft->instance->id }}" data-mark
                                        aria-label="Mark the draft of {{ $draft->instance->name }}" @checked($draft->isReady)
                                        @disabled(!$draft->isReady)>
                                    <input type="hidden" form="to-apply" name="seen[{{ $draft->instance->id }}]"
                                        value="{{ $draft->instance->draft->revision ?? 0 }}"></td>
                                <td class="name"><x-face :instance="$draft->instance" size="18" /> <a data-open class="hover:underline"
                                        href="{{ route('draft', $draft->instance) }}">{{ $draft->instance->name }}</a></td>
                                <td>{{ $draft->says }}</td>
                            </tr>
                        @endforeach
                    </table>
                </div>
                <div class="acts mt-3" style="justify-content: flex-start">
                    <button class="btn main-act" form="to-apply" :disabled="marked === 0">Apply the drafts</button>
                    <span class="soft" x-text="marked === 0 ? 'Mark drafts first.' : 'of those that are marked, in turn'"></span>
                </div>
            </div>
        @endif
    </main>
</x-layout>
