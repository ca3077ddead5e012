<x-instance :instance="$instance" part="order" title="Order" quiet>
    <div class="pb-6">
        <h1 class="sr-only">Order</h1>
        @if ($page->list === null)
            <p class="px-[18px] soft max-w-xl">
                {{ $problem ?: 'Nothing here depends on an order: no two packages bring the same file, and there are not
                    two packs of a kind.' }}
            </p>
        @else
            <div class="filters px-[18px]">
                @foreach ($page->lists as $list)
                    <a class="link" href="{{ route('order', ['instance' => $instance, 'list' => $list->key]) }}"
                        @if ($list === $page->list) aria-current="true" @endif>{{ $list->title }} <span
                            class="ver quiet">{{ count($list->ids) }}</span></a>
                @endforeach
                @if ($page->list->key === 'merged' && $instance->applied_at)
                    <a class="link" href="{{ route('order.merged', $instance) }}">What it makes of the game</a>
                @endif
                <span class="soft">{{ $page->list->isStart() ? 'The top is started first.' : 'The top wins.' }}</span>
            </div>
            <form method="post" action="{{ route('order.move', $instance) }}" x-data="orderList" @submit="sent()">@csrf
                <input type="hidden" name="list" value="{{ $page->list->key }}">
                <div class="scroll">
                    <table class="grid-table" aria-label="{{ $page->list->title }}">
                        <thead>
                            <tr>
                                <th class="num" style="width: 44px"><span class="sr-only">Place</span></th>
                                <th>Package <x-help of="Order" key="order" /></th>
                                <th style="width: 260px">{{ $page->list->isStart() ? 'Needs, and so starts after'
                                    : 'Paths it shares with others' }}</th>
                                <th style="width: 150px"><span class="sr-only">Move</span></th>
                            </tr>
                        </thead>
                        <tbody x-ref="rows">
                            @foreach ($page->entries() as $n => $id)
                                @php([$wins, $loses] = $page->list->score($id))
                                <tr data-row tabindex="-1" draggable="true" data-id="{{ $id }}" @dragstart="lift($event)"
                                    @dragover.prevent="over($event)" @drop.prevent="put()" @dragend="put()"
                                    @keydown.shift.k.stop.prevent="shift($event, -1)" @keydown.shift.j.stop.prevent="shift($event, 1)">
                                    <td class="num ver quiet" data-place>{{ $n + 1 }}</td>
                                    <td><a class="hover:underline {{ $page->of === $id ? 'font-semibold' : '' }}" data-open
                                            href="{{ route('order', ['instance' => $instance, 'list' => $page->list->key, 'of' =>
                                                $id]) }}">{{ $page->name($id) }}</a>
                                    </td>
                                    <td>
                                        @if ($page->list->isStart())
                                            <span class="soft">{{ $page->needs($id) ?: 'none of the others' }}</span>
                                        @elseif ($wins + $loses === 0)
                                            <span class="soft">none</span>
                                        @else
                                            <span class="{{ $wins > 0 ? 'good' : 'soft' }}">wins {{ $wins }}</span>, <span
                                                class="{{ $loses > 0 ? 'warn' : 'soft' }}">loses {{ $loses }}</span>
                                        @endif
                                    </td>
                                    <td class="text-right whitespace-nowrap">
                                        @unless ($loop->first)
                                            <button class="link" name="move" value="up {{ $id }}" @click.prevent="nudge($el, -1)"
                                                aria-label="Move {{ $page->name($id) }} up">up</button>
                                        @endunless
                                        &nbsp;
                                        @unless ($loop->last)
                                            <button class="link" name="move" value="down {{ $id }}" @click.prevent="nudge($el, 1)"
                                                aria-label="Move {{ $page->name($id) }} down">down</button>
                                        @endunless
                                    </td>
                                </tr>
                            @endforeach
                        </tbody>
                    </table>
                </div>
                <div class="px-[18px] pt-3 acts" style="justify-content: flex-start">
                    <button class="btn main-act" x-cloak x-show="changed" name="all" value="1">Put this order into the draft</button>
                    <span class="soft">Drag an entry, or move it with <kbd>⇧K</kbd> and <kbd>⇧J</kbd>.</span>
                </div>
            </form>
        @endif
        @if ($page->choices() !== [])
            <div class="px-[18px] mt-5">
                <h2 class="mb-1">Rules</h2>
                @foreach ($page->rules as $rule)
                    <p>{{ $page->words($rule->first, $rule->then) }}{{ $rule->why === '' ? '' : ": {$rule->why}" }}.
                        <x-act :action="route('order.rule', $instance)" :fields="['first' => $rule->first, 'then' => $rule->then, 'back' =>
                            '1', 'list' => $page->list?->key ?? '']" :label="'Take back the rule that ' .
                            $page->words($rule->first, $rule->then)">take it back</x-act></p>
                @endforeach
                @foreach ($said as $rule)
                    <p class="soft">{{ $page->words($rule->first, $rule->then) }}:
                        {{ $rule->why }}.{{ $rule->strength->value === 'should' ? ' A rule of yours that says otherwise counts more.'
                            : '' }}
                    </p>
                @endforeach
                <form method="post" action="{{ route('order.rule', $instance) }}" class="acts" style="justify-content: flex-start">@csrf
                    <input type="hidden" name="list" value="{{ $page->list?->key }}">
                    @php($isStart = $page->list?->isStart() === true)
                    <select name="{{ $isStart ? 'first' : 'then' }}" aria-label="What {{ $isStart ? 'starts first' : 'wins' }}"
                        class="w-44">
                        @foreach ($page->choices() as $id => $name)
                            <option value="{{ $id }}" @selected($page->proposed(0) === (string) $id)>{{ $name }}</option>
                        @endforeach
                    </select>
                    <span>{{ $isStart ? 'always starts before' : 'always wins over' }}</span>
                    <select name="{{ $isStart ? 'then' : 'first' }}" aria-label="What it {{ $isStart ? 'starts before' : 'wins over' }}"
                        class="w-44">
                        @foreach ($page->choices() as $id => $name)
                            <option value="{{ $id }}" @selected($page->proposed(1) === (string) $id)>{{ $name }}</option>
                        @endforeach
                    </select>
                    <label for="why" class="soft">because</label><input type="text" id="why" name="why" maxlength="1000" class="w-52">
                    <button class="btn">Give the rule</button>
                </form>
            </div>
        @endif
    </div>
    @if ($page->list !== null && $page->list->contested !== [])
        <x-slot:beside label="Contested paths">
            <h2 class="mb-1">{{ $page->of === '' ? 'Contested paths' : 'What ' . $page->name($page->of) . ' shares' }}</h2>
            <form method="get" action="{{ route('order', $instance) }}" role="search" class="flex gap-2 mb-2">
                <input type="hidden" name="list" value="{{ $page->list->key }}">
                <input type="hidden" name="of" value="{{ $page->of }}">
                <input type="search" name="q" value="{{ $page->words }}" maxlength="100" aria-label="Part of a path"
                    placeholder="part of a path" class="w-full"><button class="btn">Show</button>
            </form>
            @forelse ($page->contested() as $path => $ids)
                <p class="py-1"><a class="link ver break-all"
                        href="{{ route('order', array_filter(['instance' => $instance, 'list' => $page->list->key, 'of' => $page->of,
                            'q' => $page->words, 'path' => $path])) }}"
                        @if ($page->path === (string) $path) aria-current="true" @endif>{{ $path }}</a><br>
                    <span class="soft">{{ $page->name($ids[0]) }} over
                        {{ implode(', ', array_map($page->name(...), array_slice($ids, 1))) }}</span>
                </p>
                @if ($page->path === (string) $path)
                    @include('order.sides')
                @endif
            @empty
                <p class="soft">None of them fits.</p>
            @endforelse
        </x-slot:beside>
    @endif
</x-instance>
