@if ($found->packs->isEmpty())
    <p class="soft">{{ $found->words === '' ? 'No depot lists a pack.' : 'No depot has a pack with these words.' }}</p>
@else
    <x-table :columns="['Pack' => '', 'Release' => '90px', 'For' => '250px', 'Packages' => '90px', 'Depot' => '110px']"
        :numbers="['Packages']" acts="210px" aria-label="Packs in the depots">
        @foreach ($found->packs as $one)
            <tr data-row tabindex="-1">
                <td>{!! App\View\Drawn::as($one->pack, 20) !!} <span class="font-medium">{{ $one->name }}</span>
                    <span class="soft">{{ $one->summary }}</span></td>
                <td class="ver">{{ $one->version }}@if ($one->channels !== '')<br><span class="quiet">{{ $one->channels }}</span>@endif</td>
                <td>{{ $found->name($one->game) }} <span class="ver">{{ $one->game_version }}</span> on
                    {{ $found->name($one->loader) }}</td>
                <td class="num ver">{{ $one->packages }}</td>
                <td class="soft">{{ $one->depot->name }}</td>
                <td class="text-right">
                    @if ($found->page($one))
                        <a class="link underline" data-open href="{{ $found->page($one) }}">See {{ $one->name }} {{ $one->version }}</a>
                    @elseif ($found->isComing($one))
                        <span class="soft">is being fetched</span>
                    @else
                        <form method="post" action="{{ route('packs.fetch', $one) }}" class="inline">@csrf<button class="link"
                                aria-label="Fetch {{ $one->name }} {{ $one->version }}">{{ $found->problem($one) === '' ? 'Fetch'
                                    : 'Fetch again' }}</button></form>
                    @endif
                </td>
            </tr>
            @if ($found->problem($one) !== '')
                <tr>
                    <td colspan="6" class="warn">{{ $found->problem($one) }}</td>
                </tr>
            @endif
        @endforeach
    </x-table>
@endif
