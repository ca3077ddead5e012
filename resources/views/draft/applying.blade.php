<h1 class="text-xl">
    {{ $task->state->value === 'paused' ? 'Paused' : 'Applying' }}</h1>
<p class="soft">
    {{ $task->state->value === 'paused' ? 'What has come so far is kept, and the instance is as it was.'
        : ucfirst($task->step) . '. You may leave this page; it goes on.' }}
</p>
<div class="progress max-w-xl" role="progressbar" aria-label="How far it is" aria-valuenow="{{ $task->percent() }}" aria-valuemin="0"
    aria-valuemax="100"><i style="width: {{ $task->percent() }}%"></i></div>
@if ($transfers->isNotEmpty())
    @php($left = $transfers->where('state', '!=', 'there'))
    <p class="ver soft">
        {{ App\View\Bytes::words((int) $transfers->sum(fn($one) => $one->state === 'there' ? $one->size
            : $one->done)).' of '.App\View\Bytes::words((int) $transfers->sum('size')) }}{{ $task->state->value === 'running'
            && $task->rate > 0 ? ', ' . App\View\Bytes::words($task->rate) . '/s' . ($task->secondsLeft() !== null
            ? ', about ' . $task->secondsLeft() . ' s left' : '') : '' }}
    </p>
    <table class="grid-table plain mt-3">
        <caption class="sr-only">Files</caption>
        <thead>
            <tr>
                <th>File</th>
                <th style="width: 130px">From</th>
                <th style="width: 180px">So far</th>
                <th class="num" style="width: 90px">Size</th>
            </tr>
        </thead>
        <tbody>
            @foreach ($left->take(40) as $one)
                <tr>
                    <td class="ver">{{ $one->name }}</td>
                    <td class="soft">{{ $one->depot }}</td>
                    <td>
                        @if ($one->state === 'failed')
                            <span class="bad">failed</span>
                        @elseif ($one->done > 0)
                            <div class="progress"><i
                                    style="width: {{ $one->size > 0 ? min(100, (int) ((100 * $one->done) / $one->size)) : 0 }}%"></i></div>
                        @else<span class="quiet">waiting</span>
                        @endif
                    </td>
                    <td class="num">{{ App\View\Bytes::words($one->size) }}</td>
                </tr>
            @endforeach
        </tbody>
    </table>
    @if ($left->count() > 40)
        <p class="soft pt-2">and {{ $left->count() - 40 }} more that wait.</p>
    @endif
    @if ($left->count() < $transfers->count())
        <p class="soft pt-2">{{ $transfers->count() - $left->count() }}
            {{ $transfers->count() - $left->count() === 1 ? 'file is' : 'files are' }} there.</p>
    @endif
@endif
