<x-instance :instance="$instance" part="hand-off" title="Hand-off" quiet>
    <div class="pb-6">
        @if ($page->comparison === null)
            <div class="px-[18px] max-w-[70ch]">
                <h1 class="text-2xl">Give it away, or put another beside it</h1>
                <p class="soft mt-1">A friend who pastes the text into Stasimon gets the same line-up, release by release. Put a friend's
                    beside yours, and you see what keeps you from playing together.</p>
                <h2 class="mt-5 mb-1">Put theirs beside it</h2>
                <x-beside-form :instance="$instance" :page="$page" />
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
                                    <th colspan="5" scope="rowgroup" class="part-of"><span
                                            class="{{ $heading === 'Keeps you apart' ? 'bad' : '' }}">{{ $heading }}</span> <span
                                            class="ver quiet">{{ count($differences) }}</span></th>
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
                                                    :fields="['beside' => $page->beside, $one->isConfig ? 'config' : 'id' => $one->id]"
                                                    :label="($one->there === '' ? 'Do without ' : 'Take theirs of ') .
                                                        $one->title">{{ $one->there === '' ? 'do without'
                                                            : 'take theirs' }}</x-act>
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
                <button type="button" class="btn" @click="copy"><span x-show="said" x-text="said" x-cloak></span><span x-show="! said">Copy,
                        {{ number_format(strlen($page->text)) }} characters</span></button>
                <a class="btn" href="{{ route('hand-off.document', $instance) }}">As a file</a>
            </div>
        </div>
        @if ($page->shorter !== '')
            <div x-data="copies" class="mt-1"><textarea x-ref="text" class="sr-only" readonly tabindex="-1"
                    aria-label="The hand-off for who has the pack">{{ $page->shorter }}</textarea>
                <button type="button" class="link" @click="copy"><span x-show="said" x-text="said" x-cloak></span><span
                        x-show="! said">For who has {{ $pack->name }} {{ $pack->version }}:
                        {{ number_format(strlen($page->shorter)) }} characters</span></button></div>
        @endif
        <p class="soft mt-2">{{ $page->said() }}</p>
        @if ($page->fitsPicture())
            <div class="picture mt-2" x-data="picture(@js($page->text))" x-html="drawn" role="img" aria-label="The same as a picture"></div>
        @else
            <p class="soft mt-2">It says more than a picture on a screen could hold.</p>
        @endif
        @if ($instance->applied_at)
            <h2 class="mt-5 mb-1">Also as</h2>
            <div class="pair py-1">
                @if ($server)
                    <a class="link" href="{{ route('instances.show', $server) }}">Its server's half</a>
                    <x-act :action="route('rehearsals.store', $instance)" :fields="['joins' => $server->id]"
                        label="Rehearse it together with its server">rehearse together</x-act>
                @else
                    <x-act :action="route('server.make', $instance)">A server's half</x-act>
                    <span class="soft">{{ $serverHalf[0] }} of {{ $serverHalf[1] }}</span>
                @endif
            </div>
            <p class="pair py-1"><a class="link" href="{{ route('pack', $instance) }}">A pack</a><span class="soft">with its
                    configs</span></p>
            <p class="pair py-1"><a class="link" href="{{ route('server.folder', $instance) }}">{{ $server ? "The server's" : 'Its' }}
                    folder</a><span class="soft">a ZIP with a start script</span></p>
            @if ($configs !== [] || $own->isNotEmpty())
                <details>
                    <summary class="link py-1">An archive with configs</summary>
                    <form method="post" action="{{ route('hand-off.archive', $instance) }}">@csrf
                        <x-goes-with :configs="$configs" :own="$own" />
                        <button class="btn mt-2">Save the archive</button>
                    </form>
                </details>
            @endif
            <h2 class="mt-5 mb-1">An inventory of it</h2>
            <p>
                @foreach (App\Sharing\Inventories::FORMS as $form => [$called])
                    <a class="link" href="{{ route('inventory', [$instance, $form]) }}">{{ $called }}</a>{{ $loop->last ? '' : ', ' }}
                @endforeach
            </p>
        @endif
        @if ($page->comparison)
            <h2 class="mt-5 mb-1">Put another beside it</h2>
            <x-beside-form :instance="$instance" :page="$page" />
        @endif
    </x-slot:beside>
</x-instance>
