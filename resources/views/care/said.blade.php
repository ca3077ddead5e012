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
    @php($spares = $last['spares'] ?? [])
    @if ($spares !== [])
        <h2 class="mt-5 mb-1">What instances could do without</h2>
        <p class="soft">What frees most comes first. A file that another instance has too frees nothing by itself.</p>
        <x-table :columns="['Instance' => '200px', 'What' => null, 'Frees' => '96px']" :numbers="['Frees']" acts="150px"
            aria-label="What instances could do without">
            @foreach (array_slice($spares, 0, 100) as $one)
                @php($what = App\Cleaning\Spare::from($one['what']))
                <tr data-row tabindex="-1">
                    <td class="name"><a class="hover:underline" data-open
                            href="{{ route('about', $one['instance']) }}">{{ $one['name'] }}</a></td>
                    <td>{{ number_format($one['count']) }} {{ $what->words($one['count']) }}<br><span
                            class="soft">{{ $what->lost() }}</span></td>
                    <td class="num">{{ App\View\Bytes::words($one['bytes']) }}</td>
                    <td class="text-right"><x-act :action="route('store.let-go', $one['instance'])" :fields="['what' => $one['what']]"
                            :label="($what->isDrafted() ? 'Take out of ' : 'Let go of in ') . $one['name'] . ': '
                                . $what->words($one['count'])">{{ $what->isDrafted() ? 'Take out' : 'Let go' }}</x-act></td>
                </tr>
            @endforeach
        </x-table>
    @endif
@endif
