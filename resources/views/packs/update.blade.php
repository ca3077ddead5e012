<x-instance :instance="$instance" part="hand-off" title="Pack update" quiet>
    <div class="pb-6">
        <div class="px-[18px]">
            <p class="soft"><a class="link underline" href="{{ route('pack', $instance) }}">Its pack</a></p>
            <h1 class="text-2xl">{{ $page->to->name }} {{ $page->from?->version }} to {{ $page->to->version }}</h1>
            @if ($signers[0] !== $signers[1])
                <p class="warn">
                    {{ $signers[1] === null ? 'This release is not signed, and the one before was.' : ($signers[0] === null
                        ? "It is signed with the key {$signers[1]}; the one before was not signed." : "It is signed with the key
                            {$signers[1]}, and the one before with {$signers[0]}.") }}
                    Ask its author whether that is right.</p>
            @endif
            <p class="soft">What you added and changed stays. It goes into the draft; nothing is changed before that is applied.</p>
        </div>
        @if ($page->isNothing())
            <p class="px-[18px] good font-medium mt-2">Nothing changes: you have it all as it is there.</p>
        @else
            <form method="post" action="{{ route('pack.take', $instance) }}">@csrf
                <input type="hidden" name="to" value="{{ $page->to->id }}">
                @if ($page->contested() !== [])
                    <div class="scroll">
                        <table class="grid-table" aria-label="Both changed it">
                            <thead>
                                <tr>
                                    <th>Both changed it</th>
                                    <th style="width: 110px">The pack was</th>
                                    <th style="width: 110px">The pack is</th>
                                    <th style="width: 110px">Yours</th>
                                    <th style="width: 190px">Take</th>
                                    <th>Why that is proposed</th>
                                </tr>
                            </thead>
                            @foreach ($page->contested() as $line)
                                <tr data-row tabindex="-1">
                                    <td class="name">{{ $page->name($line->id) }}</td>
                                    <td class="ver">{{ $line->was->words() ?: '–' }}</td>
                                    <td class="ver">{{ $line->now->words() ?: '–' }}</td>
                                    <td class="ver">{{ $line->mine->words() ?: '–' }}</td>
                                    <td><label class="mr-3"><input type="radio" name="said[{{ $line->id }}]" value="pack"
                                                @checked($line->takesPack)> the pack's</label> <label><input type="radio"
                                                name="said[{{ $line->id }}]" value="mine" @checked(!$line->takesPack)> mine</label></td>
                                    <td class="soft">{{ $line->why }}</td>
                                </tr>
                            @endforeach
                        </table>
                    </div>
                @endif
                @if ($page->others() !== [])
                    <div class="px-[18px] mt-3">
                        <h2 class="mb-1">Both changed it, and yours stays unless you take the pack's</h2>
                        @foreach ($page->others() as [$what, $mine, $theirs])
                            <p><label><input type="checkbox" name="others[]" value="{{ $what }}"> the pack's</label>
                                <span class="font-medium">{{ ucfirst($what) }}</span>: <span class="soft">yours
                                    {{ Str::limit($mine, 80) ?: 'none' }}, the pack's {{ Str::limit($theirs, 80) ?: 'none' }}</span></p>
                        @endforeach
                    </div>
                @endif
                @if ($page->settled() !== [])
                    <details class="px-[18px] mt-3" @if ($page->contested() === []) open @endif>
                        <summary class="link">{{ count($page->settled()) }} settled</summary>
                        <x-table :columns="['Package' => '', 'The pack was' => '', 'The pack is' => '', 'Yours' => '',
                            'What happens' => '']">
                            @foreach ($page->settled() as $line)
                                <tr data-row tabindex="-1">
                                    <td class="name">{{ $page->name($line->id) }}</td>
                                    <td class="ver">{{ $line->was->words() ?: '–' }}</td>
                                    <td class="ver">{{ $line->now->words() ?: '–' }}</td>
                                    <td class="ver">{{ $line->mine->words() ?: '–' }}</td>
                                    <td class="soft">{{ $line->why }}</td>
                                </tr>
                            @endforeach
                        </x-table>
                    </details>
                @endif
                @if ($page->configs !== [])
                    <div class="px-[18px] mt-4">
                        <h2 class="mb-1">Configs <span class="ver quiet">{{ count($page->configs) }}</span></h2>
                        @foreach ($page->configs as $path => $merge)
                            <p><span class="ver">{{ $path }}</span> <span
                                    class="{{ $merge->contested ? 'warn' : 'soft' }}">{{ $page->becomes($merge) }}</span>
                                @if ($merge->contested !== [])
                                    <label class="ml-2"><input type="checkbox" name="configs[]" value="{{ $path }}"> take the
                                        pack's there</label>
                                @endif
                            </p>
                            @foreach (array_slice($merge->contested, 0, 6) as [$where, $mine, $theirs])
                                <p class="ver soft pl-4">{{ $where }}: yours {{ Str::limit(trim($mine), 60) ?: '–' }}, the pack's
                                    {{ Str::limit(trim($theirs), 60) ?: '–' }}</p>
                            @endforeach
                        @endforeach
                    </div>
                @endif
                @if ($page->worlds !== [])
                    <div class="px-[18px] mt-4">
                        <h2 class="mb-1">Worlds that lose something</h2>
                        @foreach ($page->worlds as $world => $ids)
                            <p><span class="font-medium">{{ $world }}</span> <span class="warn">was saved with
                                    {{ $page->names($ids) }}, which the pack does without. What
                                    {{ count($ids) === 1 ? 'it' : 'they' }} put into it is lost once it is opened and saved.</span></p>
                        @endforeach
                        <p class="soft">Choose yours of what should stay. Worlds are kept as they are at the restore point of the
                            apply, if you say so there.</p>
                    </div>
                @endif
                <div class="px-[18px] pt-4 acts" style="justify-content: flex-start"><button class="btn main-act">Put it into the
                        draft</button></div>
            </form>
        @endif
    </div>
</x-instance>
