@php(app(App\Pictures\Pictures::class)->of(array_map(fn($one) => $one->id, $rows)))
<x-table :columns="['Package' => null, 'Suggested by' => '240px', 'Here' => '230px']" acts="150px" aria-label="Suggested">
    @foreach ($rows as $one)
        <tr data-row tabindex="-1">
            <td class="name">{!! App\View\Drawn::ofPackage($one->id, 18) !!} <a class="hover:underline" data-open
                    href="{{ route('packages.show', [$instance, $one->id]) }}">{{ $one->name }}</a>
                <span class="soft font-normal">{{ $one->summary }}</span></td>
            <td class="soft">{{ collect($one->by)->take(3)->join(', ') }}{{ count($one->by) > 3 ? ' and more' : '' }}</td>
            <td class="{{ match ($one->verdict->fit->value) {'now' => 'good','change' => 'warn','not' => 'bad',default => 'soft'} }}"
                @if ($one->verdict->fit->value === 'open') data-pending @endif>{{ $one->verdict->version }} {{ $one->verdict->text }}</td>
            <td class="text-right">
                @if ($one->isLeft)
                    <x-act :action="route('suggestions.take-up', $instance)" :fields="['id' => $one->id]"
                        :label="'Suggest ' . $one->name . ' again'">suggest it again</x-act>
                @else
                    <x-act :action="route('draft.add', $instance)" :fields="['id' => $one->id]" :instance="$instance"
                        :label="'Add ' . $one->name">Add</x-act>
                    <span class="ml-3"><x-act :action="route('suggestions.leave', $instance)" :fields="['id' => $one->id]"
                            :label="'Leave ' . $one->name">Leave</x-act></span>
                @endif
            </td>
        </tr>
    @endforeach
</x-table>
