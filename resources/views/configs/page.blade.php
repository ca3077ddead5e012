<x-instance :instance="$instance" part="configs" title="Configs" quiet>
    <div class="pb-6">
        <h1 class="sr-only">Configs</h1>
        @if ($page->unread !== [])
            <p class="px-[18px] soft mt-2 max-w-[90ch] break-words">Not read, and left as
                {{ count($page->unread) === 1 ? 'it is' : 'they are' }}:
                {{ implode('; ', array_slice($page->unread, 0, 5)) }}{{ count($page->unread) > 5
                    ? '; and '.(count($page->unread) - 5).' more' : '' }}.</p>
        @endif
        @if ($page->count('') === 0)
            <p class="px-[18px] soft max-w-xl">There is no config yet. Most mods write theirs when they are launched first: rehearse, and
                they stand here, with what is in them and whose each is.</p>
        @else
            <div class="filters px-[18px]">
                @foreach ($page::FILTERS as $only => $words)
                    @if ($only === '' || $page->count($only) > 0)
                        <a class="link" href="{{ route('configs', array_filter(['instance' => $instance, 'only' => $only, 'q' =>
                            $page->words])) }}" @if ($page->only === $only) aria-current="true" @endif>{{ $words }} <span
                                class="ver quiet">{{ $page->count($only) }}</span></a>
                    @endif
                @endforeach
                <form method="get" action="{{ route('configs', $instance) }}" role="search" class="flex gap-2">
                    @if ($page->only !== '')
                        <input type="hidden" name="only" value="{{ $page->only }}">
                    @endif
                    <input type="search" name="q" value="{{ $page->words }}" maxlength="80" class="w-48"
                        aria-label="Config or mod" placeholder="config or mod">
                    <button class="btn">Show</button>
                </form>
                <form method="get" action="{{ route('configs.search', $instance) }}" role="search" class="flex gap-2">
                    <input type="search" name="words" maxlength="200" class="w-48" aria-label="Search in all configs"
                        placeholder="words in all of them">
                    <button class="btn">Search in them</button>
                </form>
            </div>
            <form method="post" action="{{ route('configs.several', $instance) }}">@csrf
                <div class="scroll">
                    <table class="grid-table" aria-label="Configs">
                        <thead>
                            <tr>
                                <th style="width: 34px"><span class="sr-only">Mark</span></th>
                                <th>Config</th>
                                <th style="width: 210px">Whose <x-help of="Whose" key="whose" /></th>
                                <th style="width: 240px">How that is known</th>
                                <th style="width: 210px">How it is</th>
                                <th class="num" style="width: 80px">Size</th>
                            </tr>
                        </thead>
                        @foreach ($page->shown as $config)
                            <tr data-row tabindex="-1">
                                <td><input type="checkbox" name="configs[]" value="{{ $config->path }}" data-mark
                                        aria-label="Mark {{ $config->path }}"></td>
                                <td class="ver"><a class="hover:underline" data-open
                                        href="{{ route('configs.edit', ['instance' => $instance, 'path' =>
                                            $config->path]) }}">{{ $config->path }}</a>
                                </td>
                                <td>{{ $config->owner?->title }}</td>
                                <td class="soft">{{ $config->owner->how ?? 'nothing says' }}</td>
                                <td class="{{ $page::mark($config) }}">{{ $config->state() }}</td>
                                <td class="num">{{ App\View\Bytes::words($config->size) }}</td>
                            </tr>
                        @endforeach
                    </table>
                </div>
                @if ($page->shown === [])
                    <p class="px-[18px] soft mt-2">None of them fits.</p>
                @else
                    <div class="px-[18px] pt-3 acts" style="justify-content: flex-start">
                        <button class="btn">Put the marked ones away</button>
                        @if ($page->others()->isNotEmpty())
                            <label class="soft" for="to">or have them used in</label>
                            <select id="to" name="to">
                                <option value="">choose an instance</option>
                                @foreach ($page->others() as $other)
                                    <option value="{{ $other->id }}">{{ $other->name }}</option>
                                @endforeach
                            </select>
                            <button class="btn">Copy them there</button>
                        @endif
                        @if ($page->away > 0)
                            <span class="soft">{{ $page->away }} put away under other names, in <a class="link underline"
                                    href="{{ route('files', $instance) }}">Files</a></span>
                        @endif
                    </div>
                @endif
            </form>
        @endif
    </div>
</x-instance>
