<x-instance :instance="$instance" part="configs" title="Search in configs" quiet>
    <div class="pb-6">
        <div class="px-[18px]">
            <p class="soft"><a class="link underline" href="{{ route('configs', $instance) }}">Configs</a></p>
            <h1 class="text-2xl mb-2">Search in all configs</h1>
            <form method="get" action="{{ route('configs.search', $instance) }}" role="search" class="acts"
                style="justify-content: flex-start">
                <label for="words">Words</label><input type="search" id="words" name="words" value="{{ $page->words }}" maxlength="200"
                    class="w-52">
                <label for="put">put in their place</label><input type="text" id="put" name="put" value="{{ $page->with }}" maxlength="200"
                    class="w-52">
                <label><input type="checkbox" name="exactly" value="1" @checked($page->exactly)> capitals count</label>
                <button class="btn">Show what it comes to</button>
            </form>
        </div>
        @if ($page->words !== '' && $page->found === [])
            <p class="px-[18px] mt-3 soft">No config has that in it.</p>
        @elseif ($page->found !== [])
            <form method="post" action="{{ route('configs.replace', $instance) }}">@csrf
                <input type="hidden" name="words" value="{{ $page->words }}">
                <input type="hidden" name="put" value="{{ $page->with }}">
                <input type="hidden" name="exactly" value="{{ $page->exactly ? 1 : 0 }}">
                <div class="scroll mt-3">
                    <table class="grid-table" aria-label="Lines that were found">
                        <thead>
                            <tr>
                                <th style="width: 34px"><span class="sr-only">Mark</span></th>
                                <th style="width: 260px">Config</th>
                                <th class="num" style="width: 60px">Line</th>
                                <th>What is there{{ $page->with === null || $page->with === '' ? '' : ', and what would be' }}</th>
                            </tr>
                        </thead>
                        @foreach ($page->found as $path => $lines)
                            @foreach ($lines as $line)
                                <tr data-row tabindex="-1">
                                    <td>
                                        @if ($loop->first)
                                            <input type="checkbox" name="configs[]" value="{{ $path }}" data-mark
                                                @checked(!isset($page->problems[$path])) @disabled(isset($page->problems[$path]))
                                                aria-label="Mark {{ $path }}">
                                        @endif
                                    </td>
                                    <td class="ver">
                                        @if ($loop->first)
                                            <a class="hover:underline" data-open href="{{ route('configs.edit', ['instance' =>
                                                $instance, 'path' => $path]) }}">{{ $path }}</a>
                                        @endif
                                    </td>
                                    <td class="num ver">{{ $line->line }}</td>
                                    <td class="ver">
                                        @if ($line->becomes !== null && $line->becomes !== $line->text)
                                            <div><span class="sr-only">was</span><span
                                                    class="was">{{ mb_strimwidth(trim($line->text), 0, 160, '…') }}</span></div>
                                            <div><span class="sr-only">becomes</span><span
                                                    class="now">{{ mb_strimwidth(trim($line->becomes), 0, 160, '…') }}</span></div>
                                        @else
                                            {{ mb_strimwidth(trim($line->text), 0, 160, '…') }}
                                        @endif
                                    </td>
                                </tr>
                            @endforeach
                        @endforeach
                    </table>
                </div>
                @foreach ($page->problems as $problem)
                    <p class="px-[18px] pt-2 warn">{{ $problem }} It is left as it is; write it by hand.</p>
                @endforeach
                <p class="px-[18px] pt-2 soft">
                    {{ $page->isCut ? 'More are there than are shown; all of a marked config is
                        changed.' : '' }}
                </p>
                @if ($page->canReplace())
                    <div class="px-[18px] pt-1 acts" style="justify-content: flex-start"><button class="btn main-act">Replace in the marked
                            configs</button></div>
                @endif
            </form>
        @endif
    </div>
</x-instance>
