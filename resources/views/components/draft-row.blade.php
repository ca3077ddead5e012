@use('App\View\Drafts\DraftChange')
@props(['instance', 'page', 'lineUp', 'one', 'names', 'state'])
@php($id = $one->package->id)
@php($base = $one->package->kind->isBase())
<tr data-row tabindex="-1">
    <td class="name">
        @if ($base)
            {{ $one->package->title() }}
        @else
            <a class="hover:underline" href="{{ route('packages.show', [$instance, $id]) }}">{{ $one->package->title() }}</a>
        @endif
    </td>
    <td class="ver">{{ $state === DraftChange::Changes ? $page->versionBefore($id) . ' → ' : '' }}{{ $one->release->version }}</td>
    <td class="soft">
        @if ($base)
            part of the base
        @else
            {{ App\View\Because::drafted($one, $names) }}
        @endif
        @if ($page->isUpdate($id))
            <span class="good">a newer release</span>
        @endif
    </td>
    <td class="num">
        @if (in_array($one, $lineUp->withFiles(), true))
            {{ App\View\Bytes::words($lineUp->fileOf($one)->size) }}
        @endif
    </td>
    <td class="text-right">
        @if ($page->isUpdate($id))
            <x-act :action="route('draft.leave', $instance)" :fields="['id' => $id]" :instance="$instance"
                :label="'Leave ' . $one->package->title() . ' as it is'">Leave it</x-act>
        @elseif (!$base && $one->isWanted() && $state !== DraftChange::Stays)
            <x-act :action="route('draft.remove', $instance)" :fields="['id' => $id]" :instance="$instance"
                :label="'Do without ' . $one->package->title()">Do without</x-act>
        @endif
    </td>
</tr>
