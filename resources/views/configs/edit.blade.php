@php($config = $page->config)
<x-instance :instance="$instance" part="configs" :title="$config->path" quiet>
    <div class="px-[18px] pb-6">
        <p class="soft"><a class="link underline" href="{{ route('configs', $instance) }}">Configs</a></p>
        <h1 class="text-xl ver">{{ $config->path }}</h1>
        <p class="mb-2">
            @if ($config->owner)
                Of {{ $config->owner->title }}, <span class="soft">{{ $config->owner->how }}</span>.
            @else
                <span class="soft">Nothing says whose it is.</span>
            @endif
            <span class="{{ App\View\Configs\ConfigsPage::mark($config) }}">{{ ucfirst($config->state()) }}.</span>
        </p>
        @if ($page->isContested())
            <div class="said wrong" style="margin: 0 0 12px" role="alert">It has become another one since you opened it: another tab, the
                game or an apply has written into it. Nothing was overwritten. Below stands your text, beside it what differs from what
                is there now. Put yours into the draft all the same, or <a class="link underline"
                    href="{{ route('configs.edit', ['instance' => $instance, 'path' => $config->path]) }}">take what is there</a>.</div>
        @endif
        @if (!$page->isText())
            <p class="soft">It is no text, so it is not written here. It can be put away or taken back as a whole.</p>
        @else
            <form method="post" action="{{ route('configs.write', $instance) }}"
                x-data="configEditor('{{ route('configs.check', $instance) }}', {{ $config->wrong->line ?? 0 }})">@csrf
                <input type="hidden" name="path" value="{{ $config->path }}">
                <input type="hidden" name="sha256" value="{{ $page->seen }}">
                <div class="editor" :style="{ '--lines': lines }">
                    <pre class="gutter" aria-hidden="true" x-ref="gutter">{{ implode("\n", range(1, min(20000, $page->lines()))) }}</pre>
                    <textarea name="body" aria-label="What is in {{ $config->path }}" spellcheck="false" wrap="off" x-ref="text"
                        class="ver" rows="20" maxlength="1000000" @input="number()" @input.debounce.350ms="look()" @scroll="follow()"
                        @keydown.ctrl.s.prevent="$root.requestSubmit()" @keydown.meta.s.prevent="$root.requestSubmit()">
{{ $page->isContested() ? $page->text() : old('body', $page->text()) }}</textarea>
                </div>
                <div x-ref="wrong" role="status">@include('configs.wrong', ['wrong' => $config->wrong, 'syntax' => $config->syntax])</div>
                @error('body')
                    <p class="bad" role="alert">{{ $message }}</p>
                @enderror
                <div class="acts mt-2" style="justify-content: flex-start"><button class="btn main-act">Put it into the draft
                        <kbd>Ctrl S</kbd></button>
                    @if ($page->encoding() !== '')
                        <span class="soft">Its characters are written in {{ $page->encoding() }}, and stay so.</span>
                        <label><input type="checkbox" name="utf8" value="1" @checked(old('utf8')) @change="look()"> Write it in
                            UTF-8 from now on</label>
                    @endif
                </div>
            </form>
        @endif
    </div>
    <x-slot:beside label="Differences">
        <h2 class="mb-1">Beside another</h2>
        @if ($page->others === [])
            <p class="soft">Nothing else of it is kept: no launch has made it, and no other instance has it.</p>
        @else
            <form method="get" action="{{ route('configs.edit', $instance) }}" class="flex gap-2 mb-2">
                <input type="hidden" name="path" value="{{ $config->path }}">
                <select name="with" aria-label="What it is put beside" class="w-full">
                    @foreach ($page->others as $name => $words)
                        <option value="{{ $name }}" @selected($name === $page->with)>{{ $words }}</option>
                    @endforeach
                </select><button class="btn">Show</button>
            </form>
            @if ($page->isSame())
                <p class="good">It is the same.</p>
            @else
                @php($fields = ['path' => $config->path, 'with' => $page->with, 'sha256' => $config->sha256])
                <p class="pair"><span>{{ $page->count }} {{ $page->count === 1 ? 'difference' : 'differences' }}</span>
                    @unless ($page->isContested())
                        <x-act :action="route('configs.take-back', $instance)" :fields="$fields" label="Take all of it back">take all
                            back</x-act>
                    @endunless
                </p>
                @foreach ($page->places as $number => $place)
                    <div class="difference">
                        <div class="pair"><span
                                class="soft break-all">{{ $place->key === [] ? '' : "line {$place->line}, " }}{{ $place->name() }}</span>
                            @unless ($page->isContested())
                                <x-act :action="route('configs.take-back', $instance)" :fields="$fields + ['place' => $number]"
                                    :label="'Take back ' . $place->name()">take back</x-act>
                            @endunless
                        </div>
                        @foreach (array_slice($place->was, 0, 8) as $line)
                            <div class="ver was"><span class="sr-only">was</span>{{ $line }}</div>
                        @endforeach
                        @foreach (array_slice($place->now, 0, 8) as $line)
                            <div class="ver now"><span class="sr-only">is</span>{{ $line }}</div>
                        @endforeach
                        @if (count($place->was) + count($place->now) > 16)
                            <div class="soft">and more lines of the same</div>
                        @endif
                    </div>
                @endforeach
            @endif
        @endif
    </x-slot:beside>
</x-instance>
