@php($package = $page->package)
@php($name = $package->title())
@php($notes = $page->changeNotes())
<x-instance :instance="$instance" part="package" :title="$name" quiet>
    <div class="px-[18px] pb-2">
        <span class="float-left mr-4 mt-1">{!! App\View\Drawn::ofPackage($package->id, 52) !!}</span>
        <p class="soft">{{ $page->about() }}</p>
        <h1 class="text-2xl">{{ $name }}@if ($page->release())
                <span class="ver" style="font-size: 15px">{{ $page->release() }}</span>
            @endif
        </h1>
        <p class="max-w-[70ch]">{{ $page->row?->summary ?: 'No depot has it any more. What is applied stays.' }}</p>
        @php($shots = app(App\Pictures\Pictures::class)->shots($package->id))
        @if ($shots !== [])
            <p class="shots">
                @foreach ($shots as $shot)
                    <a href="{{ $shot }}"><img src="{{ $shot }}" alt="{{ $name }}, shot {{ $loop->iteration }}" loading="lazy"></a>
                @endforeach
            </p>
        @endif
        <p
            class="mt-2 font-medium
                {{ match ($page->prospect->verdict->fit->value) {'now' => 'good','change' => 'warn','not' => 'bad',default
                => 'soft'} }}">
            {{ $page->isOff() ? 'Turned off here, and remembered.' : ucfirst($page->prospect->verdict->text) . '.' }}</p>
        @if ($package->kind !== Stasimon\Core\Catalogue\Kind::Loader)
            <div class="acts mt-3">
                @if ($page->isOff())<x-act-button :action="route('draft.on', $instance)" :fields="['id' => $package->id]"
                        :instance="$instance" key="o" main>Turn on</x-act-button>
                @elseif ($page->isWanted())
                    <x-act-button :action="route('draft.off', $instance)" :fields="['id' => $package->id]" :instance="$instance"
                        key="o">Turn off</x-act-button>
                    <x-act-button :action="route('draft.remove', $instance)" :fields="['id' => $package->id]" :instance="$instance">Do
                        without</x-act-button>
                    @if ($page->release() && !str_starts_with($page->range(), '='))
                        <x-act-button :action="route('draft.range', $instance)"
                            :fields="['id' => $package->id, 'range' => $package->exactly($page->release())]" :instance="$instance"
                            key="p">Pin
                            {{ $page->release() }}</x-act-button>
                    @endif
                @elseif ($page->prospect->verdict->fit->value !== 'not' || !$page->isHere())
                    <x-act-button :action="route('draft.add', $instance)" :fields="['id' => $package->id]" :instance="$instance" key="a"
                        :main="$page->prospect->verdict->fit->value !==
                            'not'">{{ $page->isHere() ? 'Ask for it by name' : 'Add to the draft' }}</x-act-button>
                @endif
                @if (!$page->isOff())
                    <form method="post" action="{{ route('draft.range', $instance) }}" class="acts">@csrf<input type="hidden"
                            name="id" value="{{ $package->id }}"><label class="soft" for="range">Range</label><input
                            type="text" class="ver w-32" id="range" name="range" value="{{ $page->range() }}" placeholder="newest"
                            maxlength="{{ Stasimon\Core\Document\Limits::RANGE }}"><button class="btn">Set</button></form>
                @endif
            </div>
        @endif
    </div>
    <h2 class="px-[18px] pt-4 pb-1" id="releases">Releases <span class="ver quiet ml-1">{{ count($package->releases) }}</span></h2>
    <div class="px-[18px]"><x-release-matrix :matrix="$page->matrix" :name="$name" /></div>
    <div class="scroll">
        <table class="grid-table mt-3">
            <thead>
                <tr>
                    <th style="width: 130px">Release</th>
                    <th style="width: 90px">Channel</th>
                    <th>For</th>
                    <th style="width: 110px">Published</th>
                    <th class="num" style="width: 76px">Size</th>
                    <th style="width: 170px"><span class="sr-only">Act</span></th>
                </tr>
            </thead>
            @foreach ($page->matrix->rows as $r => $row)
                @php($files = $page->files[$row['version']] ?? collect())
                <tbody>
                    <tr data-row tabindex="-1" class="{{ $row['here'] ? 'here' : '' }}">
                        <td class="ver">{{ $row['version'] }}
                            @foreach (array_slice($page->saidOf($row['version']), 0, 2) as $one)
                                <a class="tag {{ $one->notice->kind->value === 'fine' ? 'good' : 'warn' }}" href="#notice-{{ $one->id }}"
                                    title="{{ $one->notice->text }}">{{ $one->notice->kind->short() }}</a>
                            @endforeach
                        </td>
                        <td class="soft">{{ $row['channel'] }}</td>
                        <td class="{{ $page->matrix->isForHere($r) ? '' : 'quiet' }}">{{ $page->matrix->words($r) ?: 'does not say' }}
                        </td>
                        <td class="soft">{{ $files->first()?->published_at?->isoFormat('D MMM YYYY') }}</td>
                        <td class="num">{{ $files->isNotEmpty() ? App\View\Bytes::words($files->first()->file_size) : '' }}</td>
                        <td class="text-right">
                            @if ($package->kind !== Stasimon\Core\Catalogue\Kind::Loader)
                                @if ($page->isWaivable($r))
                                    <a class="link" href="#waive-{{ $r }}"
                                        @click="$refs.waive{{ $r }}.open = true">Use it anyway…</a>
                                @elseif ($page->matrix->isForHere($r) && !($page->isWanted()
                                    && $page->range() === $package->exactly($row['version'])))
                                    <x-act :action="route('draft.range', $instance)"
                                        :fields="['id' => $package->id, 'range' => $package->exactly($row['version'])]"
                                        :instance="$instance" :label="'Use exactly ' . $row['version']">Use exactly
                                        this</x-act>
                                @endif
                            @endif
                        </td>
                    </tr>
                    <tr class="more">
                        <td></td>
                        <td colspan="5">
                            <details
                                @if ($page->isWaivable($r)) x-ref="waive{{ $r }}" id="waive-{{ $r }}" @endif>
                                <summary class="soft cursor-pointer">
                                    {{ isset($notes[$row['version']]) ? Str::limit(strtok($notes[$row['version']], "\n"), 90, '…')
                                        : 'File and digest' }}
                                </summary>
                                @isset($notes[$row['version']])
                                    <p class="py-1 max-w-[75ch] whitespace-pre-line">{{ $notes[$row['version']] }}</p>
                                @endisset
                                @foreach ($files as $file)
                                    <p class="soft py-1"><span class="ver">{{ $file->file_name }}</span> from
                                        {{ $file->depot->name }}<br><span class="ver quiet" style="overflow-wrap: anywhere">SHA-256
                                            {{ trim($file->file_sha256) }}</span></p>
                                @endforeach
                                @if ($page->isWaivable($r))
                                    <form method="post" action="{{ route('draft.waive', $instance) }}" class="acts py-2">@csrf
                                        @foreach (['id' => $package->id, 'version' => $row['version'], 'relation' => 'needs',
                                            'target' => $instance->plan->base->game] as $field => $value)
                                            <input type="hidden" name="{{ $field }}" value="{{ $value }}">
                                        @endforeach
                                        <label for="why-{{ $r }}">{{ $row['version'] }}
                                            does not say that it is for {{ $instance->plan->base->gameVersion }}. If you know that it works,
                                            say why:</label>
                                        <input type="text" id="why-{{ $r }}" name="note"
                                            maxlength="{{ Stasimon\Core\Document\Limits::REMARK }}"
                                            placeholder="Played for a week without trouble" class="w-72 max-w-full"><button
                                            class="btn">Waive the limit</button>
                                    </form>
                                @endif
                            </details>
                        </td>
                    </tr>
                </tbody>
            @endforeach
        </table>
    </div>
    <x-slot:beside label="About it">
        @if ($page->notices !== [])
            <h2 class="mb-1">Notices <x-help of="Notices" key="notices" /></h2>
            @foreach ($page->notices as $one)
                <section class="finding" id="notice-{{ $one->id }}">
                    <h3><x-mark :level="match ($one->notice->kind->value) {
                        'broken', 'apart' => App\Findings\Level::Breaks,
                        'fine' => App\Findings\Level::Info,
                        default => App\Findings\Level::Look,
                    }" />{{ ucfirst($one->notice->kind->short()) }} <span class="ver">{{ $page->meant($one) }}</span></h3>
                    <p>{{ $one->sentence() }} <span class="quiet">{{ $one->saying() }}{{ $page->holds($one) ? ' It holds here.'
                        : '' }}</span>
                        @if (in_array($one->origin->value, ['person', 'search', 'launch'], true))
                            <x-act :action="route('notices.destroy', $one->id)" :fields="['_method' => 'delete']"
                                :label="'Take back: ' . $one->notice->text">take it back</x-act>
                        @endif
                    </p>
                </section>
            @endforeach
        @endif
        @php($says = App\View\Asked::flag(request(), 'say'))
        <details class="mt-2" id="say" @if ($says || old('about') === $package->id) open @endif>
            <summary class="soft cursor-pointer">Say what you found out</summary>
            @include('notices.say')
        </details>
        @php($follows = $page->follows())
        @if ($follows !== '')
            <h2 class="mt-4 mb-1 first:mt-0">Following the game</h2>
            <p class="py-1">{{ $follows }}</p>
        @endif
        @php($problems = $page->problems())
        @if ($problems !== [])
            <h2 class="mt-4 mb-1 first:mt-0">What cannot be used</h2>
            @foreach ($problems as $problem)
                <p class="py-1 soft" style="overflow-wrap: anywhere">{{ $problem }}</p>
            @endforeach
        @endif
        @if ($page->prospect->understudies !== [])
            <h2 class="mt-4 mb-1">Understudies</h2>
            @foreach ($page->prospect->understudies as $id => $verdict)
                <section class="finding">
                    <h3><a class="hover:underline"
                            href="{{ route('packages.show', [$instance, $id]) }}">{{ $page->title((string) $id) }}</a></h3>
                    <p>{{ ucfirst($verdict->text) }}. <a class="link"
                            href="{{ route('packages.beside', [$instance, $package->id, $id]) }}"
                            aria-label="{{ $name }} and {{ $page->title((string) $id) }} side by side">Side by side</a></p>
                    @if ($page->isWanted() && in_array($verdict->fit->value, ['now', 'change'], true))
                        <x-remedy :action="route('draft.replace', $instance)" :fields="['id' => $package->id, 'target' => $id]"
                            effect="as a draft">Use it instead</x-remedy>
                    @endif
                </section>
            @endforeach
        @endif
        @php($conflicts = App\View\Find\Conflict::of($page))
        @if ($conflicts !== [])
            <h2 class="mt-4 mb-1 first:mt-0">Cannot stand beside</h2>
            @foreach ($conflicts as $one)
                <p class="py-1"><a class="font-medium hover:underline"
                        href="{{ route('packages.show', [$instance, $one->id]) }}">{{ $one->title }}</a> <span
                        class="{{ $one->here === null ? 'quiet' : 'warn' }}">{{ $one->here === null ? 'not here'
                            : "{$one->here} is here" }}</span><br>
                    <span class="soft">{{ $one->said }}</span></p>
            @endforeach
        @endif
        <h2 class="mt-4 mb-1 first:mt-0">Needs here</h2>
        @forelse ($page->needs() as $need)
            <div class="py-1">
                @if ($need['base'])
                <b class="font-medium">{{ $need['title'] }}</b>@else<a class="font-medium hover:underline"
                        href="{{ route('packages.show', [$instance, $need['id']]) }}">{{ $need['title'] }}</a>
                @endif <span class="ver quiet">{{ $need['range'] }}</span>{{ $need['extends'] ? ', which it extends' : '' }}<br><span
                    class="{{ $need['version'] === null ? 'bad' : 'soft' }}">{{ $need['version'] === null ? 'not met; that is waived'
                        : ($need['instead'] !== '' ? "{$need['instead']} " : '') . $need['version'] . ($need['comes'] ? ' comes with it'
                        : ' is here') }}</span>
                @foreach ($need['others'] as $id => $title)
                    <br><x-act :action="route('draft.choose', $instance)" :fields="['id' => $package->id, 'target' => $id]"
                        :instance="$instance" :label="'Take ' . $title . ' for ' . $name">take {{ $title }} instead</x-act>
                @endforeach
            </div>
        @empty<p class="soft">
                {{ $page->release() ? 'Nothing.' : 'It cannot be in this line-up, so what it would need is not known.' }}</p>
        @endforelse
        @if ($page->neededBy() !== [])
            <h2 class="mt-4 mb-1">Needed by</h2>
            @foreach ($page->neededBy() as $one)
                <p class="py-0.5"><a class="hover:underline"
                        href="{{ route('packages.show', [$instance, $one['id']]) }}">{{ $one['title'] }}</a> <span
                        class="ver quiet">{{ $one['range'] }}</span></p>
            @endforeach
        @endif
        @if ($page->replaces() !== [])
            <h2 class="mt-4 mb-1">Leaves out while it is here</h2>
            @foreach ($page->replaces() as $words)
                <p class="py-0.5">{{ $words }}</p>
            @endforeach
        @endif
        @php($similar = $page->similar())
        @if ($similar !== [])
            <h2 class="mt-4 mb-1">Similar, for this base</h2>
            @foreach ($similar as $id => $title)
                <p class="py-0.5"><a class="hover:underline" href="{{ route('packages.show', [$instance, $id]) }}">{{ $title }}</a>
                    <a class="link" href="{{ route('packages.beside', [$instance, $package->id, $id]) }}"
                        aria-label="{{ $name }} and {{ $title }} side by side">side by side</a></p>
            @endforeach
        @endif
        <h2 class="mt-4 mb-1">Sources</h2>
        @forelse ($page->sources as $source)
            <p class="py-0.5">{{ $source->name }}@if ($source->local_id !== $package->id)
                    <span class="soft">as {{ $source->local_id }}</span>
                @endif, <span
                    class="soft">{{ App\Depots\Depot::moderation($source) }}</span>
        </p>@empty<p class="soft">None any more.</p>
        @endforelse
        <h2 class="mt-4 mb-1"><label for="note">Your note</label></h2>
        <form method="post" action="{{ route('packages.note', [$instance, $package->id]) }}">@csrf
            <textarea id="note" name="note" rows="3" maxlength="{{ Stasimon\Core\Document\Limits::REMARK }}" class="w-full"
                placeholder="Only for this instance">{{ $page->note }}</textarea><button class="btn mt-1">Keep the note</button>
        </form>
    </x-slot:beside>
</x-instance>
