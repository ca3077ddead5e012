{{-- Where one of several would do: which was taken, why, and what each other would mean. --}}
@inject('alternatives', 'App\Drafts\Alternatives')
@php($open = $alternatives->of($instance))
@if ($open !== [])
    <h2 class="px-[18px] pt-4 mb-1">One of several would do <x-help of="One of several" key="either" /></h2>
    @foreach ($open as $one)
        @php($of = collect($one->owners)->map->title()->join(', ', ' and '))
        @php($taken = $one->either->taken[0])
        <section class="px-[18px] py-1">
            <div>{{ $of }} {{ count($one->owners) === 1 ? 'takes' : 'take' }} <b
                    class="font-medium">{{ collect($one->either->taken)->map->title()->join(' and ') }}</b>: {{ $one->why() }}.
                @if ($one->either->isChosen)
                    <x-act :action="route('draft.leave-open', $instance)"
                        :fields="['id' => $one->either->of->id, 'target' => $taken->id]" :instance="$instance"
                        :label="'Take back the choice of ' . $taken->title()">Take the choice back</x-act>
                @elseif ($one->canBeOther() && count($one->owners) === 1)
                    <x-act :action="route('draft.choose', $instance)" :fields="['id' => $one->either->of->id, 'target' => $taken->id]"
                        :instance="$instance" :label="'Keep to ' . $taken->title() . ' for ' . $of">Keep to it</x-act>
                @endif
            </div>
            @foreach ($one->others as $id => [$can, $meaning])
                <div class="pl-5"><a class="hover:underline" href="{{ route('packages.show', [$instance, $id]) }}">{{ $page->title((string)
                        $id) }}</a> <span class="{{ $can ? 'soft' : 'quiet' }}">{{ $meaning }}.</span>
                    @foreach ($can ? $one->owners : [] as $owner)
                        <x-act :action="route('draft.choose', $instance)" :fields="['id' => $owner->id, 'target' => $id]"
                            :instance="$instance"
                            :label="'Take ' . $page->title((string) $id) . ' for ' . $owner->title()">{{ count($one->owners) === 1
                                ? 'Take it instead' : 'for ' . $owner->title() }}</x-act>
                    @endforeach
                </div>
            @endforeach
        </section>
    @endforeach
@endif
