<x-instance :instance="$instance" part="history" title="History" quiet>
    <h1 class="sr-only">History</h1>
    <p class="px-[18px] soft">What has to be done in an order is written down as <a class="link underline"
            href="{{ route('stages', $instance) }}">stages</a>.</p>
    @if ($entries->isEmpty())
        <p class="px-[18px] soft">Nothing was applied yet. Each applied draft is told here in a sentence.</p>
    @else
        <div class="scroll">
            <table class="grid-table">
                <thead>
                    <tr>
                        <th style="width: 150px">When</th>
                        <th>What changed <x-help of="What changed" key="history" /></th>
                        <th style="width: 230px">Back to before it</th>
                    </tr>
                </thead>
                @foreach ($entries as $entry)
                    <tr data-row tabindex="-1">
                        <td class="soft">{{ $entry->created_at->isoFormat('D MMM YYYY, HH:mm:ss') }}</td>
                        <td class="max-w-[75ch]">{{ $entry->sentence }}
                            @if ($page->changesOf($entry)->count() > 10)
                                <details>
                                    <summary class="soft cursor-pointer">All {{ $page->changesOf($entry)->count() }}</summary>
                                    <p class="ver soft py-1">
                                        @foreach ($page->changesOf($entry)->add as $id)
                                            +{{ $id }}
                                            @endforeach @foreach ($page->changesOf($entry)->change as $change)
                                                {{ $change->id }} {{ $change->from }}→{{ $change->to }}
                                                @endforeach @foreach ($page->changesOf($entry)->remove as $id)
                                                    −{{ $id }}
                                                @endforeach
                                    </p>
                                </details>
                            @endif
                        </td>
                        <td>
                            @if ($entry->before->isApplied())
                                <x-act :action="route('draft.restore', $instance)" :fields="['point' => $entry->id, 'own' => 0]"
                                    :label="'Restore the line-up from before ' . $entry->moment()">The
                                    line-up</x-act>
                                @if ($page->keepsOwn($entry))
                                    <span class="quiet">or</span> <x-act :action="route('draft.restore', $instance)"
                                        :fields="['point' => $entry->id, 'own' => 1]"
                                        :label="'Restore everything from before ' . $entry->moment()">with
                                        configs
                                        and worlds</x-act>
                                @endif
                            @else<span class="quiet">the folder was empty</span>
                            @endif
                        </td>
                    </tr>
                @endforeach
            </table>
        </div>
        <p class="px-[18px] pt-3 soft max-w-xl">Going back is a draft like any other: you see what it leads to before anything changes, and
            it can be taken back in its turn.</p>
        <div class="px-[18px] py-3">{{ $entries->links('frame.pages') }}</div>
    @endif
</x-instance>
