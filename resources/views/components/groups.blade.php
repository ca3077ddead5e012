@props(['instance'])
@php($plan = $instance->draft->plan ?? $instance->plan)
@if ($plan->groups !== [])
    <ul class="groups" aria-label="Groups">
        @foreach ($plan->groups as $name => $ids)
            @php($off = count(array_filter($ids, fn($id) => $plan->isOff($id))))
            <li>
                <span class="font-medium">{{ $name }}</span> <span
                    class="ver quiet">{{ $off === 0 ? count($ids) : ($off === count($ids) ? 'off' : count($ids) - $off . ' of '
                        . count($ids)) }}</span>
                @if ($off < count($ids))
                    <x-act :action="route('draft.switch', $instance)" :fields="['group' => $name, 'on' => '0']"
                        :label="'Turn off the group ' . $name">turn off</x-act>
                @endif
                @if ($off > 0)
                    <x-act :action="route('draft.switch', $instance)" :fields="['group' => $name, 'on' => '1']"
                        :label="'Turn on the group ' . $name">turn on</x-act>
                @endif
                <a class="link" href="{{ route('hand-off', ['instance' => $instance, 'group' => $name]) }}">give away</a>
                <x-act :action="route('groups.keep', $instance)" :fields="['group' => $name]"
                    :label="'Keep the group ' . $name . ' for new instances'">keep for new ones</x-act>
                <x-act :action="route('draft.ungroup', $instance)" :fields="['group' => $name]"
                    :label="'Take apart the group ' . $name">take apart</x-act>
            </li>
        @endforeach
    </ul>
@endif
