<x-instance :instance="$instance" part="numbers" title="Numbers" quiet>
    @php($form = $sheet->form)
    <div class="pb-6">
        <h1 class="sr-only">Numbers</h1>
        @if ($sheet->claims === [])
            <p class="px-[18px] soft max-w-xl">No config claims a number yet. Mods write theirs when they are launched first: rehearse, and
                they stand here, with who claims which.</p>
        @else
            <div class="px-[18px]">
                <p>{{ count($sheet->claims) }} numbers are claimed of {{ $form->least }} to {{ $form->most }}.
                    @foreach ($sheet->torn as $pair)
                        <span class="bad">{{ $pair->claims[0]->name }} and {{ $pair->claims[1]->name }} have to follow one another, and do
                            not.</span>
                    @endforeach
                    @if ($sheet->clashes === [])
                        <span class="good">No two claim the same.</span>
                    @else
                        <span class="bad">{{ count($sheet->clashes) === 1 ? 'One is' : count($sheet->clashes) . ' are' }} claimed more than
                            once.</span>
                    @endif
                    @if ($sheet->used !== [])
                        <span class="soft">{{ count($sheet->used) }} of them are in worlds, and never move.</span>
                    @endif
                </p>
                <svg viewBox="0 0 1000 26" preserveAspectRatio="none" class="numbers mt-2" role="img"
                    aria-label="{{ count($sheet->claims) }} claimed numbers, {{ count($sheet->clashes) }} of them contested">
                    <rect x="0" y="4" width="1000" height="18" class="free" />
                    @foreach ($strip->parts() as $part)
                        <rect x="{{ $part['x'] }}" y="{{ $part['class'] === 'contested' ? 0 : 4 }}" width="{{ $part['width'] }}"
                            height="{{ $part['class'] === 'contested' ? 26 : 18 }}" class="{{ $part['class'] }}" />
                    @endforeach
                </svg>
            </div>
            @if ($sheet->clashes !== [] || $sheet->torn !== [])
                <div class="px-[18px] mt-3">
                    @if ($sheet->moves === null)
                        <p class="bad">There is no way to have all of them without moving what a world uses. Turn one of the mods off.</p>
                    @else
                        <form method="post" action="{{ route('numbers.take', $instance) }}">@csrf<button class="btn main-act">Give other
                                numbers, {{ count($sheet->moves) }} {{ count($sheet->moves) === 1 ? 'line' : 'lines' }}</button>
                            <span class="soft">As few as can be; pairs move together.</span>
                        </form>
                    @endif
                </div>
            @endif
            <div class="scroll mt-3">
                <table class="grid-table" aria-label="Claimed numbers">
                    <thead>
                        <tr>
                            <th class="num" style="width: 80px">Number</th>
                            <th>What</th>
                            <th style="width: 190px">Of</th>
                            <th style="width: 260px">Config</th>
                            <th style="width: 150px">Becomes</th>
                        </tr>
                    </thead>
                    @foreach ($sheet->inOrder() as $claim)
                        @php($to = $sheet->moves[$claim->key()] ?? null)
                        <tr data-row tabindex="-1">
                            <td class="num ver {{ isset($sheet->clashes[$claim->number]) ? 'bad' : '' }}">{{ $claim->number }}</td>
                            <td>{{ $claim->name }}</td>
                            <td>{{ $claim->owner }}</td>
                            <td class="ver"><a class="link" data-open href="{{ route('configs.edit', ['instance' => $instance, 'path' =>
                                $claim->file]) }}">{{ $claim->file }}</a>, line {{ $claim->line }}</td>
                            <td class="ver">
                                @if ($to !== null)
                                    {{ $to }}
                                @elseif (isset($sheet->used[$claim->number]))
                                    <span class="soft">in a world</span>
                                @endif
                            </td>
                        </tr>
                    @endforeach
                </table>
            </div>
            <p class="px-[18px] mt-3 soft">Free: {{ $strip->free() }}.</p>
        @endif
    </div>
</x-instance>
