<x-instance :instance="$instance" part="worlds" title="Worlds" quiet>
    <div class="pb-6">
        <h1 class="sr-only">Worlds</h1>
        @foreach ($page->gone as $world)
            <div class="said wrong" role="alert">The world {{ $world['name'] }} is gone from the folder. It was seen
                {{ $world['seen']->diffForHumans() }}, and was not put away here.
                @if ($world['backup'])
                    <x-act :action="route('worlds.put-back', [$instance, $world['backup']])" :fields="['world' => $world['name']]"
                        :label="'Put ' . $world['name'] . ' back'">Put it back as it was
                        {{ $world['backup']->made_at->diffForHumans() }}</x-act> or
                @else
                    No backup has it.
                @endif
                <x-act :action="route('worlds.let-go', $instance)" :fields="['world' => $world['name']]"
                    :label="$world['name'] . ' is meant to be gone'">say that it is meant to be gone</x-act>
            </div>
        @endforeach
        @if ($page->worlds === [])
            <p class="px-[18px] soft max-w-xl">
                {{ $page->gone === [] ? 'There is no world yet.' : 'There is no world in the folder now.' }} One that you begin while
                you play stands here, with what it was saved with and how it was before.</p>
        @else
            <div x-data="marks" @click="mark($event)">
            <form id="marked" method="post" action="{{ route('worlds.away-many', $instance) }}"
                class="px-[18px] pb-2" x-cloak x-show="marked > 0">@csrf
                <b x-text="marked + ' marked'"></b> <button class="btn ml-2">Put them away</button>
            </form>
            <div class="scroll">
                <table class="grid-table" aria-label="Worlds">
                    <thead>
                        <tr>
                            <th style="width: 34px"><input type="checkbox" data-all aria-label="Mark all worlds"></th>
                            <th style="min-width: 150px">World</th>
                            <th>With what is here <x-help of="With what is here" key="with-here" /></th>
                            <th style="width: 150px">Saved last</th>
                            <th class="num" style="width: 90px">Size</th>
                            <th style="width: 300px"><span class="sr-only">What can be done</span></th>
                        </tr>
                    </thead>
                    @foreach ($page->worlds as $world)
                        <tr data-row tabindex="-1">
                            <td><input type="checkbox" name="worlds[]" value="{{ $world['name'] }}" form="marked" data-mark
                                    aria-label="Mark {{ $world['name'] }}"></td>
                            <td class="name">{{ $world['name'] }}
                                @foreach ($world['packs'] as $pack)
                                    <p class="soft" style="font-weight: 400">{{ $pack['file'] }}: {{ $pack['says'] }}{{ $pack['isDrafted']
                                        ? ', once the draft is applied' : '' }}
                                        <x-act :action="route('worlds.packs', $instance)" :fields="['world' => $world['name'], 'take' =>
                                            $pack['file']]" :label="'Take ' . $pack['file'] . ' from ' . $world['name']">take out</x-act>
                                        @if ($page->ordersPacks && !$loop->last)
                                            <x-act :action="route('worlds.packs', $instance)"
                                                :fields="['world' => $world['name'], 'later' => $pack['file']]"
                                                :label="'Have ' . $pack['file'] . ' read later, so that it wins'">later</x-act>
                                        @endif
                                    </p>
                                @endforeach
                            </td>
                            <td class="{{ $world['isWhole'] ? 'good' : 'warn' }}">{{ $world['says'] }}</td>
                            <td class="soft">{{ $world['opened'] ? now()->setTimestamp($world['opened'])->diffForHumans() : '' }}
                                @if ($launch = $page->launchAt($world['opened']))
                                    in <a class="link" href="{{ route('rehearsals.show', [$instance, $launch->number]) }}">launch
                                        {{ $launch->number }}</a>
                                @endif
                            </td>
                            <td class="num">{{ $world['isAll'] ? '' : 'over ' }}{{ App\View\Bytes::words($world['size']) }}</td>
                            <td>
                                <details>
                                    <summary class="link">
                                        Rename, copy, save, {{ $page->hasPacks() ? 'data packs' : 'put away' }}
                                    </summary>
                                    <form method="post" action="{{ route('worlds.rename', $instance) }}" class="acts py-1">@csrf
                                        <input type="hidden" name="world" value="{{ $world['name'] }}">
                                        <input type="text" name="name" maxlength="80" required value="{{ $world['name'] }}"
                                            aria-label="Another name for {{ $world['name'] }}"><button class="btn">Rename</button>
                                    </form>
                                    @if ($page->others() !== [])
                                        <form method="post" action="{{ route('worlds.copy', $instance) }}" class="acts py-1">@csrf
                                            <input type="hidden" name="world" value="{{ $world['name'] }}">
                                            <select name="to" class="w-40" aria-label="Where {{ $world['name'] }} is copied to">
                                                @foreach ($page->standing($world['name']) as $id => $words)
                                                    <option value="{{ $id }}">{{ $words }}</option>
                                                @endforeach
                                            </select><button class="btn">Copy there</button>
                                        </form>
                                    @endif
                                    @if ($page->hasPacks())
                                        <form method="post" action="{{ route('worlds.packs', $instance) }}" enctype="multipart/form-data"
                                            class="acts py-1" x-data="largeFile('{{ route('incoming') }}')" @submit="go($event)">@csrf
                                            <input type="hidden" name="world" value="{{ $world['name'] }}">
                                            <input type="file" name="file" accept=".zip" class="w-40"
                                                aria-label="A data pack for {{ $world['name'] }} alone"><button class="btn">Add data
                                                pack</button> <span class="soft" role="status" x-text="words"></span>
                                        </form>
                                    @endif
                                    <div class="acts py-1">
                                        <x-act :action="route('worlds.export', $instance)" :fields="['world' => $world['name']]"
                                            :label="'Make an archive of ' . $world['name']">Make an archive</x-act>
                                        @if ($page->hasArchive($world['name']))
                                            <a class="link underline"
                                                href="{{ route('worlds.save', ['instance' => $instance, 'world' => $world['name']]) }}">Save
                                                it</a>
                                        @endif
                                        <x-act :action="route('worlds.away', $instance)" :fields="['world' => $world['name']]"
                                            :label="'Put ' . $world['name'] . ' away'">Put away</x-act>
                                    </div>
                                </details>
                            </td>
                        </tr>
                    @endforeach
                </table>
            </div>
            </div>
        @endif
        @if ($page->away !== [])
            <p class="px-[18px] mt-2">
                @foreach ($page->away as $key => $one)
                    <span class="mr-4">{{ $one['name'] }} is put away, until
                        {{ now()->setTimestamp($one['at'])->addDays(App\Worlds\Worlds::AWAY)->isoFormat('D MMM') }}:
                        <x-act :action="route('worlds.back', $instance)" :fields="['world' => $key]" :label="'Bring back ' .
                            $one['name']">bring it back</x-act></span>
                @endforeach
            </p>
        @endif
        @if ($instance->applied_at)
            <form method="post" action="{{ route('worlds.import', $instance) }}" enctype="multipart/form-data"
                class="px-[18px] mt-3 acts" style="justify-content: flex-start" x-data="largeFile('{{ route('incoming') }}')"
                @submit="go($event)">@csrf
                <label for="file" class="soft">A world from an archive</label>
                <input type="file" id="file" name="file" accept=".zip"><button class="btn">Take it in</button>
                <span class="soft" role="status" x-text="words"></span>
            </form>
        @endif
        <div class="px-[18px] mt-5 acts" style="justify-content: flex-start">
            <h2>Backups <span class="ver quiet ml-1">{{ $page->backups->count() ?: '' }}</span></h2>
            @if ($page->worlds !== [])
                <form method="post" action="{{ route('worlds.backup', $instance) }}">@csrf<button class="btn">Back up now</button></form>
                <form method="post" action="{{ route('worlds.every', $instance) }}" class="flex gap-2 items-center">@csrf
                    <label for="hours" class="soft">and by itself</label>
                    <select id="hours" name="hours">
                        @foreach ($page::EVERY as $hours => $words)
                            <option value="{{ $hours }}" @selected((int) $instance->keep_hours === $hours)>{{ $words }}</option>
                        @endforeach
                    </select><button class="btn">Keep that</button>
                </form>
            @endif
        </div>
        <p class="px-[18px] soft max-w-[80ch]">A backup has the worlds and the names of the mods, no configs and no other files: <a
                class="link underline" href="{{ route('about', $instance) }}#whole">keep everything</a> has all of it.
            {{ Stasimon\Core\Worlds\Thinning::RULE }} One is made before each apply and each play.
            What two of them have in common is on the disk once.
            {{ $page->going === [] ? '' : count($page->going) . (count($page->going) === 1 ? ' goes' : ' go') . ' with the next one.' }}</p>
        @if ($page->backups->count() > 1)
            <svg viewBox="0 0 {{ $page::WIDTH }} 34" class="backups mx-[18px] mt-3" role="img"
                aria-label="{{ $page->backups->count() }} {{ Str::plural('backup', $page->backups->count()) }}, from
                    {{ $page->backups->last()->made_at->isoFormat('D MMM') }} to now">
                <line x1="0" x2="{{ $page::WIDTH }}" y1="14" y2="14" class="axis" />
                @foreach ($page->backups as $backup)
                    <circle cx="{{ $page->x($backup) }}" cy="14" r="{{ $backup->name ? 6 : 4 }}"
                        class="{{ in_array($backup->id, $page->going, true) ? 'goes' : 'stays' }}">
                        <title>{{ $backup->name ?: $backup->made_at->isoFormat('D MMM, HH:mm:ss') }}</title>
                    </circle>
                @endforeach
                <text x="0" y="32">{{ $page->backups->last()->made_at->isoFormat('D MMM') }}</text>
                <text x="{{ $page::WIDTH }}" y="32" text-anchor="end">now</text>
            </svg>
        @endif
        @if ($page->backups->isNotEmpty())
            <div class="scroll mt-2">
                <table class="grid-table" aria-label="Backups">
                    <thead>
                        <tr>
                            <th style="width: 150px">When</th>
                            <th>Why</th>
                            <th>Worlds</th>
                            <th class="num" style="width: 90px">Size</th>
                            <th class="num" style="width: 90px">Took</th>
                            <th style="width: 260px">Name, to keep it for ever</th>
                            <th style="width: 180px"><span class="sr-only">Put back</span></th>
                        </tr>
                    </thead>
                    @foreach ($page->backups as $backup)
                        <tr data-row tabindex="-1">
                            <td>{{ $backup->made_at->isoFormat('D MMM, HH:mm:ss') }}</td>
                            <td class="soft">{{ $backup->why }}{{ in_array($backup->id, $page->going, true) ? '; goes with the next' : '' }}
                            </td>
                            <td>{{ implode(', ', array_slice($page->worldsOf($backup), 0, 3)) }}</td>
                            <td class="num">{{ App\View\Bytes::words($backup->bytes) }}</td>
                            <td class="num soft">{{ App\View\Bytes::words($backup->added) }}</td>
                            <td>
                                <form method="post" action="{{ route('worlds.name', [$instance, $backup]) }}" class="flex gap-2">@csrf
                                    <input type="text" name="name" maxlength="80" value="{{ $backup->name }}" class="w-36"
                                        aria-label="Name of the backup of {{ $backup->made_at->isoFormat('D MMM, HH:mm:ss') }}"><button
                                        class="link">Keep</button></form>
                            </td>
                            <td class="text-right whitespace-nowrap"><x-act :action="route('worlds.put-back', [$instance, $backup])"
                                    :label="'Put back the worlds of ' . $backup->made_at->isoFormat('D MMM, HH:mm:ss')">Put back</x-act>
                                @if ($backup->line_up)
                                    &nbsp; <x-act :action="route('worlds.put-back', [$instance, $backup])" :fields="['mods' => '1']"
                                        :label="'Put back the worlds of ' . $backup->made_at->isoFormat('D MMM, HH:mm:ss') .
                                            ' with the mods of that time'">with its mods</x-act>
                                @endif
                            </td>
                        </tr>
                    @endforeach
                </table>
            </div>
        @endif
    </div>
</x-instance>
