<x-instance :instance="$instance" part="differs" title="Differs" quiet>
    <h1 class="sr-only">What differs from the unmodified game</h1>
    @if ($install === null)
        <p class="px-[18px] soft max-w-xl">This instance holds mods alone: none of the game's own files are kept here. Say where the game
            is on <a class="link underline" href="{{ route('games.show', $instance->plan->base->game) }}">its page</a>, and lay
            everything anew.</p>
    @else
        <form class="tools" action="{{ route('differs', $instance) }}" role="search">
            <input type="search" name="q" value="{{ $words }}" aria-label="Part of a path or a package" class="w-56"
                placeholder="Part of a path, or a package" data-key="/" maxlength="200">
            <span class="soft">Laid over {{ number_format($install->files) }} files of {{ $install->version }}, which take no room here.
                What differs takes {{ App\View\Bytes::words($bytes) }}.</span>
        </form>
        @if ($differing === [])
            <p class="px-[18px] soft">{{ $words === '' ? 'Nothing differs: it is the game as it came.'
                : 'Nothing of that name differs.' }}</p>
        @else
            <div class="scroll"><table class="grid-table">
                <thead><tr><th>Path</th><th style="width: 220px">Whose</th><th style="width: 160px">How</th><th class="num"
                    style="width: 100px">Size</th></tr></thead>
                @foreach ($differing as $one)
                    <tr data-row tabindex="-1">
                        <td class="ver break-words">{{ mb_scrub($one->path) }}</td>
                        <td>{{ $one->whose }}</td>
                        <td @class(['soft' => $one->how === 'added', 'warn' => $one->how === 'is not there'])>{{ $one->how }}</td>
                        <td class="num">{{ $one->size > 0 ? App\View\Bytes::words($one->size) : '' }}</td>
                    </tr>
                @endforeach
            </table></div>
            @if ($count > count($differing))
                <p class="px-[18px] soft">and {{ number_format($count - count($differing)) }} more; a part of a path finds them.</p>
            @endif
        @endif
    @endif
</x-instance>
