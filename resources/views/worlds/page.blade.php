<x-instance :instance="$instance" part="worlds" title="Worlds" quiet>
    <div class="pb-6">
        <h1 class="sr-only">Worlds</h1>
        @if ($page->worlds === [])
            <p class="px-[18px] soft max-w-xl">There is no world yet. One that you begin while you play stands here, with what it was saved
                with and how it was before.</p>
        @else
            <div class="scroll">
                <table class="grid-table" aria-label="Worlds">
                    <thead>
                        <tr>
                            <th>World</th>
                            <th>With what is here</th>
                            <th style="width: 150px">Saved last</th>
                            <th class="num" style="width: 90px">Size</th>
                            <th style="width: 300px"><span class="sr-only">Rename</span></th>
                        </tr>
                    </thead>
                    @foreach ($page->worlds as $world)
                        <tr data-row tabindex="-1">
                            <td class="name">{{ $world['name'] }}</td>
                            <td class="{{ $world['isWhole'] ? 'good' : 'warn' }}">{{ $world['says'] }}</td>
                            <td class="soft">{{ $world['opened'] ? now()->setTimestamp($world['opened'])->diffForHumans() : '' }}</td>
                            <td class="num">{{ App\View\Bytes::words($world['size']) }}</td>
                            <td>
                                <details>
                                    <summary class="link">Rename</summary>
                                    <form method="post" action="{{ route('worlds.rename', $instance) }}" class="acts py-1">@csrf
                                        <input type="hidden" name="world" value="{{ $world['name'] }}">
                                        <input type="text" name="name" maxlength="80" required value="{{ $world['name'] }}"
                                            aria-label="Another name for {{ $world['name'] }}"><button class="btn">Rename</button>
                                    </form>
                                </details>
                            </td>
                        </tr>
                    @endforeach
                </table>
            </div>
        @endif
        <div class="px-[18px] mt-5 acts" style="justify-content: flex-start">
            <h2>Backups <span class="ver quiet ml-1">{{ $page->backups->count() ?: '' }}</span></h2>
            @if ($page->worlds !== [])
                <form method="post" action="{{ route('worlds.backup', $instance) }}">@csrf<button class="btn">Back up now</button></form>
            @endif
        </div>
        <p class="px-[18px] soft max-w-[80ch]">{{ Stasimon\Core\Worlds\Thinning::RULE }} One is made before each play, and before worlds are
            put back. What two of them have in common is on the disk once.
            {{ $page->going === [] ? '' : count($page->going) . (count($page->going) === 1 ? ' goes' : ' go') . ' with the next one.' }}</p>
        @if ($page->backups->count() > 1)
            <svg viewBox="0 0 {{ $page::WIDTH }} 34" class="backups mx-[18px] mt-3" role="img"
                aria-label="{{ $page->backups->count() }} backups, from {{ $page->backups->last()->made_at->isoFormat('D MMM') }} to now">
                <line x1="0" x2="{{ $page::WIDTH }}" y1="14" y2="14" class="axis" />
                @foreach ($page->backups as $backup)
                    <circle cx="{{ $page->x($backup) }}" cy="14" r="{{ $backup->name ? 6 : 4 }}"
                        class="{{ in_array($backup->id, $page->going, true) ? 'goes' : 'stays' }}">
                        <title>{{ $backup->name ?: $backup->made_at->isoFormat('D MMM, HH:mm') }}</title>
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
                            <th style="width: 260px">Name, to keep it for ever</th>
                            <th style="width: 100px"><span class="sr-only">Put back</span></th>
                        </tr>
                    </thead>
                    @foreach ($page->backups as $backup)
                        <tr data-row tabindex="-1">
                            <td>{{ $backup->made_at->isoFormat('D MMM, HH:mm') }}</td>
                            <td class="soft">{{ $backup->why }}{{ in_array($backup->id, $page->going, true) ? '; goes with the next' : '' }}
                            </td>
                            <td>{{ implode(', ', array_slice($page->worldsOf($backup), 0, 3)) }}</td>
                            <td class="num">{{ App\View\Bytes::words($backup->bytes) }}</td>
                            <td>
                                <form method="post" action="{{ route('worlds.name', [$instance, $backup]) }}" class="flex gap-2">@csrf
                                    <input type="text" name="name" maxlength="80" value="{{ $backup->name }}" class="w-36"
                                        aria-label="Name of the backup of {{ $backup->made_at->isoFormat('D MMM, HH:mm') }}"><button
                                        class="link">Keep</button></form>
                            </td>
                            <td class="text-right"><x-act :action="route('worlds.put-back', [$instance, $backup])"
                                    :label="'Put back the worlds of ' . $backup->made_at->isoFormat('D MMM, HH:mm')">Put back</x-act></td>
                        </tr>
                    @endforeach
                </table>
            </div>
        @endif
    </div>
</x-instance>
