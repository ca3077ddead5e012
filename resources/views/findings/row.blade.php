@php([$isDrafted, $row] = [$row->isDrafted, $row->of])
@php($finding = $row->finding)
@php($first = $row->instances[array_key_first($row->instances)])
@php($remedy = $row->remedy($first))
@php($count = count($row->instances))
<tr data-row tabindex="-1">
    <td>
        @if ($row->aside === null)
            <input type="checkbox" form="marked" name="findings[]" value="{{ $finding->key() }}" data-mark
                aria-label="Mark: {{ $finding->title }}">
        @endif
    </td>
    <td class="level"><x-mark :level="$finding->level" /></td>
    <td><span class="font-medium">{{ rtrim($finding->title, '.') }}.</span> <x-help :says="$finding->help" :of="$finding->title" />
        <span class="soft">{{ $finding->text }}</span><br>
        @foreach (array_slice($row->instances, 0, 5) as $instance)
            <a class="soft hover:underline" @if ($loop->first) data-open @endif
                href="{{ route('instances.show', $instance) }}">{{ $instance->name }}</a>@unless ($loop->last),@endunless
        @endforeach
        @if ($count > 5)
            <span class="soft">and {{ $count - 5 }} more</span>
        @endif
    </td>
    <td class="act">
        @if ($row->aside !== null)
            <span class="soft">{{ $row->aside->span() }}</span>
            <span class="ml-3"><x-act :action="route('findings.heed-many')" :fields="['asides[]' => $row->aside->id]"
                    :label="'Heed again: ' . $finding->title">heed it again</x-act></span>
        @else
            @if ($isDrafted)
                <a class="good hover:underline" href="{{ $count === 1 ? route('draft', $first) : '#drafts' }}">in the
                    {{ $count === 1 ? 'draft' : 'drafts' }}: {{ lcfirst($remedy->label) }}</a>
            @elseif ($remedy !== null)
                <form method="post" action="{{ route('findings.draft') }}" class="inline">@csrf
                    <input type="hidden" name="findings[]" value="{{ $finding->key() }}">
                    @foreach ($row->instances as $id => $instance)
                        <input type="hidden" name="seen[{{ $id }}]" value="{{ $instance->draft->revision ?? 0 }}">
                    @endforeach
                    <button class="link">{{ $remedy->label }}{{ $count > 1 ? " in all {$count}" : '' }}</button>
                </form>
            @elseif ($count === 1 && $finding->remedies !== [])
                <x-act :action="$finding->remedies[0]->address()"
                    :fields="$finding->remedies[0]->fields">{{ $finding->remedies[0]->label }}</x-act>
            @else
                <a class="link" href="{{ route('instances.show', $first) }}">Look at it</a>
            @endif
            <details class="inline-block ml-3 relative">
                <summary class="link quiet">set aside</summary>
                <div class="menu">
                    @php($spans = ['until it says something else' => [], 'for a week' => ['days' => 7], 'for a month' => ['days' => 30]])
                    @foreach ($spans as $said => $fields)
                        <x-act :action="route('findings.aside-many')" :fields="['findings[]' => $finding->key()] + $fields"
                            :label="'Set aside ' . $said . ': ' . $finding->title">{{ $said }}</x-act>
                    @endforeach
                    @if ($finding->kind !== '')
                        <x-act :action="route('findings.aside-many')"
                            :fields="['findings[]' => $finding->key(), 'what' => 'kind']">all of its kind: {{ $finding->kind }}</x-act>
                    @endif
                    @if ($finding->package !== null)
                        <x-act :action="route('findings.aside-many')" :fields="['findings[]' => $finding->key(), 'what' => 'package']">all
                            about {{ $packages[$finding->package] ?? $finding->package }}</x-act>
                    @endif
                </div>
            </details>
        @endif
    </td>
</tr>
