@props(['page'])
<h2 class="mt-6 mb-1">What is in it</h2>
<x-table :columns="['Package' => '', 'Release' => '', 'Why' => '']">
    @foreach ($page->brings as $one)
        <tr data-row tabindex="-1">
            <td>{{ $one['name'] }}</td>
            <td class="ver">{{ $one['version'] ?: 'any that fits' }}</td>
            <td class="soft">{{ $one['isWanted'] ? 'asked for' : 'needed by others' }}</td>
        </tr>
    @endforeach
</x-table>
