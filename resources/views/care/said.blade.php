@if ($task)
    <p>{{ ucfirst($task->step) }} … <span class="ver soft">{{ $task->total > 0 ? $task->percent() . ' %' : '' }}</span></p>
@elseif (!$last)
    <p class="soft">It was not looked through yet.</p>
@else
    <p>{{ number_format($last['files']) }} {{ Str::plural('file', $last['files']) }}, {{ App\View\Bytes::words($last['bytes']) }},
        {{ now()->setTimestamp($last['at'])->diffForHumans() }}.
        @if ($last['freed'] > 0)
            <span class="good">{{ App\View\Bytes::words($last['freed']) }} were freed.</span>
        @endif
        @if ($last['damaged'] === 0)
            <span class="good">Every file is what it was.</span>
        @elseif ($last['damaged'])
            <span class="bad">{{ $last['damaged'] }} {{ $last['damaged'] === 1 ? 'file was' : 'files were' }} not what they were, and are
                thrown out. They are fetched again when they are needed: read every file of an instance to have that done.</span>
        @endif
    </p>
    <p>
        @if ($last['unused'] + $last['parts'] === 0)
            Nothing of it is unused.
        @else
            {{ number_format($last['unused']) }} {{ $last['unused'] === 1 ? 'file is' : 'files are' }} needed by nothing,
            {{ App\View\Bytes::words($last['unusedBytes']) }}{{ $last['parts'] > 0 ? '; parts that broke off, ' .
                App\View\Bytes::words($last['partBytes']) : '' }}.
        @endif
    </p>
@endif
