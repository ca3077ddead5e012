<x-layout title="Instances">
    <main id="main" class="pb-16">
        <h1 class="sr-only">Instances</h1>
        @if ($instances->isEmpty() && $words === '')
            @include('register.first')
        @endif
        @if ($instances->isNotEmpty() || $words !== '')
            <p class="px-6 pt-4 max-[900px]:px-3.5" x-data="once('welcome')" x-show="isShown" x-cloak>Stasimon builds copies of your game
                with the mods that you want, each for one exact version, until they launch.
                <button type="button" class="link underline" @click="$dispatch('tour')">Take a tour of two minutes</button>,
                <a class="link underline" href="{{ route('guide') }}">read the guide</a>, or
                <button type="button" class="link underline" @click="hide">hide this</button>.</p>
        @endif
        <div class="door" x-data>
            <b>Drop or paste anything</b>
            <span class="soft">a mod, a pack, a log, a hand-off, names of mods, a depot's address: it says what it is and what can be done
                with it</span>
            <label class="btn">Choose files<input type="file" multiple class="sr-only"
                    @change="$dispatch('choose', $el.files); $el.value = ''"></label>
        </div>
        @foreach ($aside as $instance)
            <p class="said wrong" role="alert"><a class="link" href="{{ route('instances.show', $instance) }}">{{ $instance->name }}</a> is
                set aside. {{ $instance->problem }}</p>
        @endforeach
        @foreach ($due as $instance)
            <p class="said" role="status">{{ $instance->name }} was put away {{ $instance->put_away_at?->diffForHumans() }}.
                <x-act :action="route('instances.destroy', $instance)" :fields="['_method' => 'delete']"
                    :label="'Remove ' . $instance->name . ' with all its files'">Remove it with all its files</x-act>, <x-act
                    :action="route('instances.bring-back', $instance)" :label="'Bring back ' . $instance->name">bring it back</x-act>,
                or leave it where it is.</p>
        @endforeach
        @if ($needs !== [])
            <div class="flex flex-wrap items-baseline gap-3 px-6 pt-5 pb-2 max-[900px]:px-3.5">
                <h2>Needs you <span class="ver quiet ml-2">{{ $needing }}</span></h2>
                <span class="flex-1"></span>
                <a class="link" href="{{ route('findings') }}" data-go="t">All of it at once</a>
            </div>
            <table class="grid-table needs" aria-label="What needs you">
                @foreach ($needs as [$instance, $finding])
                    <tr>
                        <td class="level"><x-mark :level="$finding->level" /></td>
                        <td class="name w-56"><x-face :instance="$instance" size="18" /> <a
                                href="{{ route('instances.show', $instance) }}">{{ $instance->name }}</a></td>
                        <td><span class="font-medium">{{ rtrim($finding->title, '.') }}.</span> <span
                                class="soft">{{ $finding->text }}</span></td>
                        <td class="act">
                            @if ($finding->remedies)
                                <x-act :action="$finding->remedies[0]->address()"
                                    :fields="$finding->remedies[0]->fields">{{ $finding->remedies[0]->label }}</x-act>
                            @else
                                <a class="link" href="{{ route('instances.show', $instance) }}">Look at it</a>
                            @endif
                            <span class="quiet ml-3"><x-act :action="route('findings.aside', $instance)"
                                    :fields="['key' => $finding->key()]"
                                    :label="'Set aside: ' . $finding->title . ', ' . $instance->name">set aside</x-act></span>
                        </td>
                    </tr>
                @endforeach
            </table>
        @endif
        @if ($told->isNotEmpty())
            <div class="flex flex-wrap items-baseline gap-3 px-6 pt-5 pb-2 max-[900px]:px-3.5" data-told-until="{{ $told[0]->id }}">
                <h2>What is new <span class="ver quiet ml-2">{{ $telling }}</span></h2>
                <span class="flex-1"></span>
                <span x-data="byBrowserToo"><button type="button" class="link" x-cloak x-show="may === 'default'" @click="ask">Tell
                        me by the browser too</button></span>
                <x-act :action="route('told.all')" :fields="['until' => $told[0]->id]">I have seen all of it</x-act>
            </div>
            <table class="grid-table needs" aria-label="What is new">
                @foreach ($told as $one)
                    <tr>
                        <td class="level"><span class="{{ $one->kind->value === 'broke' ? 'bad' : 'good' }}"
                                aria-hidden="true">{{ $one->kind->sign() }}</span></td>
                        <td>{{ $one->sentence }}</td>
                        <td class="soft w-36">{{ $one->told_at->diffForHumans() }}</td>
                        <td class="act"><a class="link" href="{{ route('told.open', $one->id) }}">{{ $one->act }}</a>
                            <span class="ml-3"><x-act :action="route('told.seen', $one->id)"
                                    :label="'I have seen it: ' . $one->sentence">Seen</x-act></span></td>
                    </tr>
                @endforeach
            </table>
        @endif
        @if ($built->isNotEmpty())
            <h2 class="px-6 pt-5 pb-2 max-[900px]:px-3.5">Built until it launches</h2>
            <table class="grid-table needs" aria-label="Built until it launches">
                @foreach ($built as $instance)
                    <tr>
                        <td class="level"></td>
                        <td class="name w-48"><a class="hover:underline"
                                href="{{ route('instances.show', $instance) }}">{{ $instance->name }}</a></td>
                        <td>{{ $instance->building->words() }}</td>
                        <td class="act">
                            <x-act :action="route('build.stop', $instance)" :label="'Stop building ' . $instance->name">Stop it</x-act>
                        </td>
                    </tr>
                @endforeach
            </table>
        @endif
        @if ($news->isNotEmpty())
            <h2 class="px-6 pt-5 pb-2 max-[900px]:px-3.5">Good news</h2>
            <div class="scroll">
                <table class="grid-table" aria-label="Good news">
                    @foreach ($news as $watch)
                        <tr>
                            <td class="w-8" style="padding-left: 24px"></td>
                            <td class="name w-48"><a class="hover:underline"
                                    href="{{ $watch->address() }}">
                                    {{ $watch->list->name }}</a>
                            </td>
                            <td>{{ $watch->news }}</td>
                            <td class="soft">{{ $watch->news_at?->diffForHumans() }}</td>
                            <td class="text-right" style="padding-right: 24px">
                                <x-act :action="route('watches.read', $watch)" :label="'I have seen it: ' . $watch->list->name">Seen</x-act>
                            </td>
                        </tr>
                    @endforeach
                </table>
            </div>
        @endif
        <div class="flex flex-wrap items-baseline gap-3 px-6 pt-7 pb-2 max-[900px]:px-3.5">
            <h2>Instances <span class="ver quiet ml-2">{{ $instances->total() ?: '' }}</span></h2>
            @if ($instances->total() > 6 || $words !== '')
                <form class="flex items-center gap-2" role="search" x-data>
                    <input type="search" name="q" value="{{ $words }}" maxlength="80" class="w-[170px]" placeholder="Called like…"
                        aria-label="Instances called like">
                    <select name="sort" aria-label="In which order" @change="$el.form.submit()">
                        @foreach (App\View\Register::SORTS as $key => $said)
                            <option value="{{ $key }}" @selected($sort === $key)>{{ $said }}</option>
                        @endforeach
                    </select>
                    <noscript><button class="btn">Show</button></noscript>
                </form>
            @endif
            <span class="flex-1"></span>
            @if ($updates > 0)
                <a class="link" href="{{ route('updates') }}">{{ $updates === 1 ? 'One update' : $updates . ' updates' }} in all</a>
            @endif
            @if ($instances->total() > 6)
                <button type="button" class="link" x-data="compact" @click="turn" :aria-pressed="on" aria-pressed="false">Compact
                    rows</button>
            @endif
            <a class="btn main-act" href="{{ route('new') }}" data-key="n">New instance <kbd>n</kbd></a>
        </div>
        @if ($instances->isEmpty())
            <p class="px-6 soft max-w-xl">
                @if ($words === '')
                    There is none yet.
                @else
                    None is called like “{{ $words }}”. <a class="link underline" href="{{ route('register') }}">Show all</a>
                @endif
            </p>
        @else
            <div class="scroll">
                <table class="grid-table register">
                    <thead>
                        <tr>
                            <th style="padding-left: 24px">Name</th>
                            <th>Base <x-help of="Base" key="base" /></th>
                            <th class="wide-only">Line-up <x-help of="Line-up" key="strip" /></th>
                            <th>Last launch <x-help of="Last launch" key="last-launch" /></th>
                            <th class="num">Updates <x-help of="Updates" key="updates" /></th>
                            <th class="num">Size</th>
                            <th style="padding-right: 24px"><span class="sr-only">Act</span></th>
                        </tr>
                    </thead>
                    <tbody>
                        @inject('bases', 'App\View\Base\BaseSentence')
                        @php($heading = null)
                        @foreach ($instances as $instance)
                            @if ($instance->heading !== $heading)
                                @php($heading = $instance->heading)
                                <tr class="tier">
                                    <td colspan="7" style="padding-left: 24px">{{ $heading }}</td>
                                </tr>
                            @endif
                            <tr data-row tabindex="-1">
                                <td class="name"
                                    style="padding-left: 24px; vertical-align: middle{{ $instance->colour
                                        ? "; box-shadow: inset 4px 0 0 {$instance->colour}" : '' }}">
                                    <span class="float-left mr-3"><x-face :instance="$instance" size="32" /></span>
                                    <a class="hover:underline inline-block leading-6"
                                        href="{{ route('instances.show', $instance) }}">{{ $instance->name }}</a>
                                    @if ($instance->serves !== null)
                                        <span class="tag">server</span>
                                    @endif
                                    @if ($paused->has($instance->id))
                                        <br><a class="warn font-normal hover:underline inline-block leading-6"
                                            href="{{ route('draft', $instance) }}">an apply is paused</a>
                                    @elseif ($instance->draft)
                                        <br><a class="quiet font-normal hover:underline inline-block leading-6"
                                            href="{{ route('draft', $instance) }}">with a draft</a>
                                    @endif
                                    @if ($instance->notes)
                                        <br><span class="quiet font-normal">{{ mb_strimwidth(strtok($instance->notes, "\n"), 0, 60,
                                            '…') }}</span>
                                    @endif
                                </td>
                                <td>@php([$game, $rest] = $bases->lineOf($instance))<span
                                    style="font: 15px/20px var(--heading)">{{ $game }}</span><br><span
                                    class="soft">{{ $rest }}</span></td>
                                <td class="wide-only" style="vertical-align: middle">
                                    {!! App\View\Strip::of($instance->laid_ids, $marks[$instance->id]) !!}</td>
                                <td>
                                    @php($last = $instance->lastRehearsal)
                                    @if (!$last)
                                        <span class="quiet">never</span>
                                    @else
                                        <a href="{{ route('rehearsals.show', [$instance, $last->number]) }}"
                                            class="hover:underline {{ $last->state->value === 'clean' ? 'good'
                                                : ($last->state->value === 'failed' ? 'bad'
                                                : 'soft') }}">{{ $last->inWords() }}</a><br><span
                                            class="soft">{{ $last->created_at->diffForHumans() }}</span>
                                    @endif
                                </td>
                                @php($updates = count(array_filter($looks[$instance->id]->updates, fn($update) => $update->fits !== null)))
                                <td class="num">
                                    @if ($updates)
                                        <a class="link"
                                            href="{{ route('instances.show', [$instance, 'only' => 'updates']) }}">{{ $updates }}</a>
                                    @elseif ($looks[$instance->id]->isOpen)
                                        <span class="quiet">not known yet</span>
                                    @endif
                                </td>
                                <td class="num">
                                    {{ $instance->laid_size > 0 ? App\View\Bytes::words($instance->laid_size) : '' }}
                                </td>
                                <td class="text-right" style="padding-right: 24px">
                                    @if ($instance->applied_at !== null && !($last?->isPlay() && !$last->isOver()))
                                        <x-act :action="route('play', $instance)" :label="'Play ' . $instance->name">Play</x-act>
                                    @endif
                                </td>
                            </tr>
                        @endforeach
                    </tbody>
                </table>
            </div>
            <div class="px-6 py-3">{{ $instances->links('frame.pages') }}</div>
        @endif
        @if ($away->isNotEmpty())
            <h2 class="px-6 pt-5 pb-2 max-[900px]:px-3.5">Put away <span class="ver quiet ml-2">{{ $away->count() }}</span></h2>
            <table class="grid-table" aria-label="Put away">
                @foreach ($away as $instance)
                    <tr>
                        <td class="name" style="padding-left: 24px"><a class="hover:underline"
                                href="{{ route('instances.show', $instance) }}">{{ $instance->name }}</a></td>
                        <td class="soft">{{ $instance->put_away_at?->diffForHumans() }}</td>
                        <td class="text-right" style="padding-right: 24px"><x-act :action="route('instances.bring-back', $instance)"
                                :label="'Bring back ' . $instance->name">Bring back</x-act></td>
                    </tr>
                @endforeach
            </table>
        @endif
        <div class="flex flex-wrap items-baseline gap-3 px-6 pt-7 pb-2 max-[900px]:px-3.5">
            <h2>Depots</h2><span class="flex-1"></span><a class="link" href="{{ route('depots') }}">Add, pause or trust them</a>
        </div>
        <table class="grid-table">
            @forelse ($depots as $depot)
                <tr>
                    <td class="name" style="padding-left: 24px">{{ $depot->name }}</td>
                    <td class="{{ $depot->problem && !$depot->paused ? 'bad' : 'soft' }}">
                        {{ $depot->paused ? 'paused' : $depot->problem ?? ($depot->synced_at ? 'read ' . $depot->synced_at->diffForHumans()
                            : 'not read yet') }}
                    </td>
                    <td class="soft">{{ App\Depots\Depot::moderation($depot) }}</td>
                    <td class="text-right" style="padding-right: 24px">
                        @unless ($depot->paused)
                            <form method="post" action="{{ route('depots.sync', $depot) }}">@csrf<button class="link"
                                    aria-label="Read what is new on {{ $depot->name }}">Read what is new</button></form>
                        @endunless
                    </td>
                </tr>
            @empty
                <tr>
                    <td class="soft" style="padding-left: 24px">None is known. <a class="link underline"
                            href="{{ route('depots') }}">Add one by
                            its address.</a></td>
                </tr>
            @endforelse
        </table>
    </main>
</x-layout>
