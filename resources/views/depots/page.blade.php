<x-layout title="Depots">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-1">Depots <x-help of="Depots" key="depots" /></h1>
        <p class="soft max-w-[75ch] mb-4">Where packages come from. Where two have a release, the first in this order is asked first, and
            the other if that fails. Requests go to these addresses and to no others.</p>
        <x-table :columns="['Depot' => '230px', 'State' => '', 'Moderated' => '210px', 'Packages' => '90px', 'Releases' => '90px']"
            :numbers="['Packages', 'Releases']"
            acts="300px">
                    @forelse ($depots as $depot)
                        <tr data-row tabindex="-1">
                            <td class="name">{{ $depot->name }}<br><span class="ver quiet"
                                    style="overflow-wrap: anywhere">{{ $depot->url }}</span>
                                @if (($kinds[$depot->id] ?? '') !== '')
                                    <br><span class="quiet font-normal">{{ $kinds[$depot->id] }}</span>
                                @endif
                                <details class="font-normal">
                                    <summary class="soft cursor-pointer">{{ match (true) {
                                        $depot->asker() === null => 'Tell it who asks',
                                        $depot->asker()->name === '' => 'Knows who asks by a token',
                                        default => 'Knows who asks as ' . $depot->asker()->name,
                                    } }}</summary>
                                    <form method="post" action="{{ route('depots.credentials', $depot) }}" class="py-2">@csrf
                                        <label class="block" for="name-{{ $depot->id }}">Name</label>
                                        <input type="text" id="name-{{ $depot->id }}" name="name" maxlength="200" class="w-full"
                                            value="{{ $depot->asker()?->name }}" autocomplete="off" placeholder="none for a token">
                                        <label class="block mt-1" for="secret-{{ $depot->id }}">Password or token</label>
                                        <input type="password" id="secret-{{ $depot->id }}" name="secret" maxlength="4000"
                                            class="w-full" autocomplete="new-password">
                                        <button class="btn mt-2">Keep it</button>
                                        <p class="soft mt-1">Kept encrypted, sent to {{ $depot->host() }} and nowhere else. With nothing
                                            in either field, what is kept is forgotten.</p>
                                    </form>
                                </details>
                            </td>
                            <td class="{{ $depot->problem ? 'bad' : 'soft' }}">
                                {{ $depot->paused ? 'paused' : $depot->problem ?? ($depot->synced_at
                                    ? 'read ' . $depot->synced_at->diffForHumans() : 'not read yet') }}
                            </td>
                            <td class="soft">{{ App\Depots\Depot::moderation($depot) }}
                                    <x-act :action="route('depots.moderated', $depot)"
                                    :fields="['moderated' => $depot->moderated ? 0 : 1]" :label="'Say that ' . $depot->name . ' is ' .
                                        ($depot->moderated ? 'not ' : '') .
                                        'moderated'">{{ $depot->moderated ? 'Say no' : 'Say yes' }}</x-act></td>
                            <td class="num">{{ number_format($packages[$depot->id] ?? 0) }}</td>
                            <td class="num">{{ number_format($releases[$depot->id] ?? 0) }}</td>
                            <td><span class="acts" style="gap: 4px 14px; justify-content: flex-end">
                                    @if ($depot->paused)
                                        <x-act :action="route('depots.go-on', $depot)" :label="'Go on with ' . $depot->name">Go on</x-act>
                                    @else
                                        <x-act :action="route('depots.sync', $depot)" :label="'Read what is new on ' . $depot->name">Read
                                            what is new</x-act>
                                        <x-act :action="route('depots.pause', $depot)" :label="'Pause ' . $depot->name">Pause</x-act>
                                    @endif
                                    @unless ($loop->first)
                                        <x-act :action="route('depots.first', $depot)" :label="'Ask ' . $depot->name . ' first'">Ask
                                            first</x-act>
                                    @endunless
                                    <form method="post" action="{{ route('depots.destroy', $depot) }}" class="inline">@csrf
                                        @method('delete')<button class="link" aria-label="Remove {{ $depot->name }}">Remove</button>
                                    </form>
                                </span></td>
                        </tr>
                        @if (isset($problems[$depot->id]))
                            <tr>
                                <td colspan="6">
                                    <details>
                                        <summary class="warn cursor-pointer">
                                            {{ number_format($problems[$depot->id]['count']) }} of what it has cannot be used, or not all
                                            of it</summary>
                                        <ul class="py-2">
                                            @foreach ($problems[$depot->id]['first'] as $one)
                                                <li class="py-1"><span class="ver">{{ $one->local_id }}</span> <span
                                                        class="soft">{{ $one->why }}</span></li>
                                            @endforeach
                                        </ul>
                                        @if ($problems[$depot->id]['count'] > count($problems[$depot->id]['first']))
                                            <p class="soft">The first {{ count($problems[$depot->id]['first']) }} are shown; each says it
                                                on its own page.</p>
                                        @endif
                                    </details>
                                </td>
                            </tr>
                        @endif
                    @empty
                        <tr>
                            <td colspan="6" class="soft">None is known. Add one below, or run bin/start, which brings the demo's.</td>
                        </tr>
                    @endforelse
        </x-table>
        <form method="post" action="{{ route('depots.schedule') }}" class="acts mt-4" style="justify-content: flex-start">@csrf
            <label for="minutes" class="font-medium">Read them again</label>
            <select id="minutes" name="minutes">
                @foreach ([0 => 'when I say so', 60 => 'every hour', 360 => 'every six hours', 1440 => 'every day'] as $each => $words)
                    <option value="{{ $each }}" @selected($minutes === $each)>{{ $words }}</option>
                @endforeach
                @if (!in_array($minutes, [0, 60, 360, 1440], true))
                    <option value="{{ $minutes }}" selected>every {{ $minutes }} minutes</option>
                @endif
            </select>
            <button class="btn">Set</button>
        </form>
        <form method="post" action="{{ route('depots.store') }}" class="acts mt-6">@csrf
            <label for="address" class="font-medium">Add a depot by its address</label>
            <input type="text" class="ver w-[380px] max-w-full" id="address" name="address" value="{{ old('address') }}"
                maxlength="{{ Stasimon\Core\Document\Limits::ADDRESS }}" placeholder="https://depot.example/mods" inputmode="url"
                spellcheck="false" @error('address') aria-invalid="true" @enderror>
            <button class="btn main-act">Add it</button>
        </form>
        <p class="soft mt-2 max-w-[75ch]">A depot, or a place of another kind, which is found out: a folder of archives that a web server
            shows or that has a <span class="ver">SHA256SUMS</span>, a Maven repository, an index of OSGi bundles, a feed whose
            entries have files, or a registry of packs (<span class="ver">docs/formats/depot.md</span>). An address inside this machine
            or its network is asked only if you have opened it under <a href="{{ route('access') }}" class="link underline">What may be
                read</a>.</p>
    </main>
</x-layout>
