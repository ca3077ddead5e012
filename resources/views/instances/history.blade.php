<x-instance :instance="$instance" part="history" title="History" quiet>
    @if ($entries->isEmpty())
        <p class="px-[18px] soft">Nothing was applied yet. Each applied draft is told here in a sentence.</p>
    @else
        <table class="grid-table"><thead><tr><th style="width: 170px">When</th><th>What changed</th></tr></thead>
        @foreach ($entries as $entry)<tr><td class="soft">{{ $entry->created_at->isoFormat('D MMM YYYY, HH:mm') }}</td><td>{{ $entry->sentence }}</td></tr>@endforeach
        </table>
        <div class="px-[18px] py-3">{{ $entries->links('pages') }}</div>
    @endif
</x-instance>
