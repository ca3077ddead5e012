{{-- Where one of several would do: which was taken, why, and what each other would mean. --}}
@inject('alternatives', 'App\Drafts\Alternatives')
@php($open = $alternatives->of($instance))
@if ($open !== [])
    <h2 class="px-[18px] pt-4 mb-1">One of several would do <x-help of="One of several" key="either" /></h2>
    @foreach ($open as $one)
        @php($of = $one->either->of->title())
        @php($taken = $one->either->taken[0]->title())
        <section class="px-[18px] py-1">
            <p>{{ $of }} takes <b class="font-medium">{{ collect($one->either->taken)->map->title()->join(' and ') }}</b>:
                {{ $one->either->why() }}.
                @if ($one->either->isChosen)
                    <x-act :action="route('draft.leave-open', $instance)"
                        :fields="['id' => $one->either->of->id, 'target' => $one->either->taken[0]->id]" :instance="$instance"
                        :label="'Take back the choice of ' . $taken">Take the choice back</x-act>
                @else
                    <x-act :action="route('draft.choose', $instance)"
                        :fields="['id' => $one->either->of->id, 'target' => $one->either->taken[0]->id]" :instance="$instance"
                        :label="'Keep to ' . $taken . ' for ' . $of">Keep to it</x-act>
                @endif
            </p>
            @foreach ($one->others as $id => [$can, $meaning])
                <p class="pl-5"><a class="hover:underline" href="{{ route('packages.show', [$instance, $id]) }}">{{ $page->title((string)
                    $id) }}</a> <span class="{{ $can ? 'soft' : 'bad' }}">{{ $meaning }}.</span>
                    @if ($can)
                        <x-act :action="route('draft.choose', $instance)" :fields="['id' => $one->either->of->id, 'target' => $id]"
                            :instance="$instance" :label="'Take ' . $page->title((string) $id) . ' for ' . $of">Take it instead</x-act>
                    @endif
                </p>
            @endforeach
        </section>
    @endforeach
@endif
