{{-- Sets of others that are subscribed to. --}}
<h2 class="mt-6 mb-1" id="sets">Sets that go on <x-help of="Sets that go on" key="set" /></h2>
<form method="post" action="{{ route('sets.subscribe') }}" class="acts mb-2" style="justify-content: flex-start">@csrf
    <label for="place">Address or folder of a set</label>
    <input type="text" id="place" name="place" class="w-80 max-w-full" maxlength="1000" value="{{ old('place') }}"
        placeholder="https://…/set.json">
    <label for="set-open" class="soft">in your own network or on this machine, it may be read</label>
    <select id="set-open" name="open">
        <option value="">if it may already</option>
        <option value="good" @selected(old('open') === 'good')>until you close it</option>
        <option value="24" @selected(old('open') === '24')>for a day</option>
    </select>
    <button class="btn">Subscribe</button>
</form>
@if ($sets->isEmpty())
    <p class="soft">You subscribe to none. Nobody is told that you do.</p>
@else
    <x-table :columns="['Set' => null, 'State' => '90px', 'Instances here' => '240px']" acts="230px" aria-label="Sets">
        @foreach ($sets as $one)
            @php($release = $one->release())
            <tr data-row tabindex="-1">
                <td class="name">
                    @if ($release)
                        <a class="hover:underline" data-open href="{{ route('packs.show', $release) }}">{{ $one->name }}</a>
                    @else
                        {{ $one->name }}
                    @endif
                    <br><span class="soft font-normal">{{ $one->why }}</span>
                    @if ($one->problem)
                        <br><span class="warn font-normal">{{ $one->problem }}</span>
                    @elseif ($one->key !== '')
                        <br><span class="quiet font-normal">signed by {{ $one->key }}, read {{ $one->read_at?->diffForHumans() }}</span>
                    @endif
                </td>
                <td class="ver">{{ $one->latest() ?: 'not read' }}</td>
                <td>
                    @forelse ($release ? $of($one->pack) : [] as $instance)
                        <a class="hover:underline" href="{{ route('instances.show', $instance) }}">{{ $instance->name }}</a>
                        @if ($instance->pack_id !== $release->id)
                            <a class="link" href="{{ route('pack.update', [$instance, 'to' => $release->id]) }}">see what is new</a>
                        @else
                            <span class="quiet">has it</span>
                        @endif
                        <br>
                    @empty
                        @if ($release)
                            <form method="post" action="{{ route('packs.make', $release) }}">@csrf
                                <input type="hidden" name="name" value="{{ mb_substr($one->name, 0, 80) }}"><button class="link">Make an
                                    instance of it</button></form>
                        @endif
                    @endforelse
                </td>
                <td class="text-right">
                    <x-act :action="route('sets.read', $one)" :label="'Read ' . $one->name . ' now'">read now</x-act>
                    <x-act :action="route('sets.follow', $one)" :fields="['does' => $one->by_itself ? '0' : '1']"
                        :label="($one->by_itself ? 'Only tell me of ' : 'Apply by itself: ') . $one->name">{{ $one->by_itself
                            ? 'only tell me' : 'apply by itself' }}</x-act>
                    <x-act :action="route('sets.leave', $one)" :fields="['_method' => 'delete']"
                        :label="'Leave ' . $one->name">leave</x-act>
                </td>
            </tr>
        @endforeach
    </x-table>
@endif
