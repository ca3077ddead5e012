<x-instance :instance="$instance" part="hand-off" title="Hand-off" quiet>
    <div class="pb-6">
        @if ($page->comparison === null)
            <div class="px-[18px] max-w-[70ch]">
                <h1 class="text-2xl">Give it away, or put another beside it</h1>
                <p class="soft mt-1">A friend who pastes the text into Stasimon gets the same line-up, release by release. Put a friend's
                    beside yours, and you see what keeps you from playing together.</p>
            </div>
        @else
            <div class="px-[18px]">
                <h1 class="text-2xl">Beside {{ $page->there->name }}</h1>
                <p class="soft">{{ $page->comparison->same }} {{ $page->comparison->same === 1 ? 'release is' : 'releases are' }} the same
                    and not shown.</p>
            </div>
            @if ($page->parts() === [])
                <p class="px-[18px] good font-medium mt-2">Nothing differs. You can play together.</p>
            @else
                <div class="scroll">
                    <table class="grid-table" aria-label="What differs">
                        <thead>
                            <tr>
                                <th>Package</th>
                                <th style="width: 120px">Here</th>
                                <th style="width: 120px">There</th>
                                <th>What it means</th>
                                <th style="width: 110px"><span class="sr-only">Take over</span></th>
                            </tr>
                        </thead>
                        @foreach ($page->parts() as $heading => $differences)
                            <tbody>
                                <tr>
                                    <th colspan="5" scope="rowgroup" class="{{ $heading === 'Keeps you apart' ? 'bad' : '' }}">
                                        {{ $heading }} <span class="ver quiet">{{ count($differences) }}</span></th>
                                </tr>
                                @foreach ($differences as $one)
                                    <tr data-row tabindex="-1">
                                        <td class="name">{{ $one->title }}</td>
                                        <td class="ver">
                                            @if ($one->here === '')
                                                <span class="quiet">not here</span>
                                            @else
                                                {{ $one->here }}
                                            @endif
                                        </td>
                                        <td class="ver">
                                            @if ($one->there === '')
                                                <span class="quiet">not there</span>
                                            @else
                                                {{ $one->there }}
                                            @endif
                                        </td>
                                        <td class="soft">{{ $one->meaning }}</td>
                                        <td class="text-right">
                                            @if ($page->canTake($one))
                                                <x-act :action="route('hand-off.take', $instance)"
                                                    :fields="['beside' => $page->beside, 'id' => $one->id]"
                                                    :label="'Have ' . $one->title . ' as it is there'">take theirs</x-act>
                                            @endif
                                        </td>
                                    </tr>
                                @endforeach
                            </tbody>
                        @endforeach
                    </table>
                </div>
                <div class="px-[18px] pt-4 acts" style="justify-content: flex-start">
                    @if ($page->isTakeable())
                        <form method="post" action="{{ route('hand-off.take', $instance) }}">@csrf<input type="hidden"
                                name="beside" value="{{ $page->beside }}"><button class="btn main-act">Make mine like
                                theirs</button></form>
                    @else
                        <span class="soft">An instance is not moved in place to another version or loader; make a new one of theirs.</span>
                    @endif
                    <span x-data="copies"><button type="button" class="btn" @click="copy" x-text="said || 'Copy as sentences'">Copy as
                            sentences</button>
                        <textarea x-ref="text" class="sr-only" readonly tabindex="-1"
                            aria-label="As sentences">{{ $page->sentences() }}</textarea></span>
                </div>
            @endif
        @endif
    </div>
    <x-slot:beside label="Give it away">
        <h2 class="mb-1">Give this one away</h2>
        <div x-data="copies">
            <textarea x-ref="text" class="ver w-full" rows="4" readonly aria-label="The hand-off as text">{{ $page->text }}</textarea>
            <div class="acts mt-1" style="justify-content: flex-start">
                <button type="button" class="btn" @click="copy" x-text="said || 'Copy, {{ number_format(strlen($page->text)) }}
                    characters'">Copy, {{ number_format(strlen($page->text)) }} characters</button>
                <a class="btn" href="{{ route('hand-off.document', $instance) }}">As a file</a>
            </div>
        </div>
        <p class="soft mt-2">{{ $page->said() }}</p>
        @if ($page->fitsPicture())
            <div class="picture mt-2" x-data="picture(@js($page->text))" x-html="drawn" role="img" aria-label="The same as a picture"></div>
        @else
            <p class="soft mt-2">It says more than a picture on a screen could hold.</p>
        @endif
        <h2 class="mt-5 mb-1">Put theirs beside it</h2>
        <form method="post" action="{{ route('hand-off.beside', $instance) }}" enctype="multipart/form-data" class="drop" x-data="drop"
            @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="take($event)" :class="over && 'over'">@csrf
            <label for="text" class="soft">Paste a hand-off</label>
            <textarea id="text" name="text" rows="2" maxlength="2000000" spellcheck="false" class="ver w-full">{{ old('text') }}</textarea>
            <label for="file" class="soft">or drop its file</label>
            <input type="file" id="file" name="file" x-ref="file" class="w-full" accept=".json">
            <label for="other" class="soft block mt-1">or choose</label>
            <select id="other" name="instance" class="w-full">
                <option value="">an instance, or an earlier line-up</option>
                @foreach ($page->others() as $other)
                    <option value="{{ $other->id }}" @selected($page->beside === $other->id)>{{ $other->name }}</option>
                @endforeach
                @foreach ($page->points() as [$point, $called])
                    <option value="{{ $point }}" @selected($page->beside === $point)>{{ $called }}</option>
                @endforeach
            </select>
            <button class="btn mt-2">Compare</button>
        </form>
    </x-slot:beside>
</x-instance>
