@props(['page', 'address'])
<div x-data="refreshing('{{ route('wishes.grid', [$page->list, 'at' => request('at')]) }}', {{ $page->isOver ? 'true' : 'false' }})">
    <p class="soft" role="status">
        {{ $page->isOver ? ($page->isBrokenOff() ? 'It was broken off before every base was tried. Load the page again to go on.' : '')
            : 'Being tried: ' . array_sum(array_map('count', $page->cells)) . ' so far.' }}
    </p>
    <div class="scroll">
        <table class="grid-of" aria-label="How many hold, by version and loader">
            <thead>
                <tr>
                    <td></td>
                    @foreach ($page->versions() as $version)
                        <th scope="col" class="ver">{{ $version }}</th>
                    @endforeach
                </tr>
            </thead>
            @foreach ($page->loaders() as $loader => $name)
                <tr>
                    <th scope="row">{{ $name }}</th>
                    @foreach ($page->versions() as $version)
                        @php($cell = $page->cells[$version][$loader] ?? null)
                        <td>
                            @if ($cell)
                                <a href="{{ $address }}?at={{ urlencode("{$version} on {$loader}") }}"
                                    @class(['here' => $page->isHere($version, $loader)])
                                    @if ($page->isChosen($version, $loader)) aria-current="true" @endif
                                    style="--share: {{ $page->share($cell) }}"
                                    aria-label="{{ $page->said($cell, $name) }}">{{ $cell->kept }}{{ $cell->proved ? '' : '+' }}</a>
                            @elseif ($page->isOver)
                                <span class="quiet">none</span>
                            @endif
                        </td>
                    @endforeach
                </tr>
            @endforeach
        </table>
    </div>
    @if ($page->list->instance_id && $page->isOver)
        <p class="quiet">Framed in ink: where it lives now.</p>
    @endif
    @if ($page->chosen)
        <x-move-cell :page="$page" />
    @endif
</div>
