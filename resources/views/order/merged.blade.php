<x-instance :instance="$instance" part="order" title="What is merged" quiet>
    <div class="pb-6">
        <div class="px-[18px]">
            <p class="soft"><a class="link underline" href="{{ route('order', [$instance, 'list' => 'merged']) }}">Order</a></p>
            <h1 class="text-2xl">What is merged into the game</h1>
            <form method="get" action="{{ route('order.merged', $instance) }}" class="acts mt-1" style="justify-content: flex-start">
                <label for="beside">Beside</label>
                <select id="beside" name="beside">
                    @foreach ($others as $key => $words)
                        <option value="{{ $key }}" @selected($beside === (string) $key)>{{ $words }}</option>
                    @endforeach
                </select><button class="btn">Compare</button>
            </form>
            <p class="soft mt-2" role="status">{{ $said }}</p>
        </div>
        @if ($differences !== [])
            <div class="scroll">
                <table class="grid-table" aria-label="Paths that differ">
                    <thead>
                        <tr>
                            <th style="width: 130px">Here</th>
                            <th>Path</th>
                            <th style="width: 200px">From</th>
                            <th class="num" style="width: 90px">Size</th>
                        </tr>
                    </thead>
                    @foreach ($differences as $one)
                        <tr data-row tabindex="-1">
                            <td class="{{ ['new' => 'good', 'gone' => 'bad', 'other' => 'warn'][$one->how->value] }}">
                                {{ ['new' => 'only here', 'gone' => 'not here', 'other' => 'another'][$one->how->value] }}</td>
                            <td class="ver break-all">{{ $one->path }}</td>
                            <td>{{ $one->how->value === 'gone'
                                ? ''
                                : $from[$one->path] ?? ($one->how->value === 'new' ? 'not known' : 'the game') }}</td>
                            <td class="num">{{ App\View\Bytes::words($one->bytes) }}</td>
                        </tr>
                    @endforeach
                </table>
            </div>
        @endif
    </div>
</x-instance>
