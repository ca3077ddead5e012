{{-- Instances that are kept whole, with what can be done with each. --}}
@props(['wholes'])
<x-table :columns="['Name' => '', 'Of' => '', 'When' => '130px', 'Size' => '90px']" :numbers="['Size']" acts="250px">
    @foreach ($wholes as $whole)
        <tr data-row tabindex="-1">
            <td class="name">{{ $whole->name }}
                @if ($whole->left_out !== [])
                    <p class="soft" style="font-weight: 400">without {{ implode(', ', array_slice($whole->left_out, 0, 3)) }}, which
                        {{ count($whole->left_out) === 1 ? 'is' : 'are' }} no file</p>
                @endif
            </td>
            <td class="soft">{{ $whole->of }}</td>
            <td class="soft">{{ $whole->made_at?->isoFormat('D MMM, HH:mm:ss') }}</td>
            <td class="num">{{ App\View\Bytes::words($whole->size) }}</td>
            <td class="text-right whitespace-nowrap">
                <x-act :action="route('wholes.restore', $whole)" :label="'Make an instance of ' . $whole->name">Make an instance of
                    it</x-act> &nbsp;
                <a class="link" href="{{ route('wholes.save', $whole) }}" aria-label="Save {{ $whole->name }}">Save</a> &nbsp;
                <x-act :action="route('wholes.destroy', $whole)" :fields="['_method' => 'delete']"
                    :label="'Delete what was kept of ' . $whole->name">Delete</x-act>
            </td>
        </tr>
    @endforeach
</x-table>
