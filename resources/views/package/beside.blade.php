<x-instance :instance="$instance" part="package" title="Side by side" quiet>
    <div class="px-[18px] pb-2">
        <h1 class="text-2xl mb-2">Side by side</h1>
        @if ($page->together !== '')
            <p class="font-medium">Both: {{ lcfirst($page->together) }}</p>
        @endif
    </div>
    <div class="scroll">
        <table class="grid-table">
            <thead>
                <tr>
                    <th style="width: 150px"><span class="sr-only">What</span></th>
                    @foreach ($page->both() as $one)
                        <th><span class="flex items-center gap-3 py-2">{!! App\View\Drawn::ofPackage($one->package->id, 32) !!}
                                <a class="link" style="font-size: 16px"
                                    href="{{ route('packages.show', [$instance, $one->package->id]) }}">{{ $one->package->title()
                                    }}</a></span>
                        </th>
                    @endforeach
                </tr>
            </thead>
            <tbody>
                <tr>
                    <th scope="row" class="soft">What it does</th>
                    @foreach ($page->both() as $one)
                        <td>{{ $one->row?->summary }}</td>
                    @endforeach
                </tr>
                @foreach ($page->rows() as $what => $cells)
                    <tr>
                        <th scope="row" class="soft">{{ $what }}</th>
                        @foreach ($cells as $lines)
                            <td class="align-top">
                                @forelse ($lines as $line)
                                    <span class="block">{{ $line }}</span>
                                @empty
                                    <span class="quiet">{{ in_array($what, ['Needs here', 'Needed by', 'Is said'], true) ? 'nothing'
                                        : 'not said' }}</span>
                                @endforelse
                            </td>
                        @endforeach
                    </tr>
                @endforeach
                <tr>
                    <td></td>
                    @foreach ($page->both() as $one)
                        <td class="py-2">
                            @if (!$one->isWanted() && !$one->isOff())
                                <x-act-button :action="route('draft.add', $instance)" :fields="['id' => $one->package->id]"
                                    :instance="$instance">Add {{ $one->package->title() }}</x-act-button>
                            @else
                                <span class="soft">{{ $one->isOff() ? 'Turned off here.' : 'Asked for here.' }}</span>
                            @endif
                        </td>
                    @endforeach
                </tr>
            </tbody>
        </table>
    </div>
</x-instance>
