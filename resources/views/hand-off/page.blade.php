<x-instance :instance="$instance" part="hand-off" title="Hand-off" quiet>
    <div class="pb-6">
        @if ($page->there === [])
            <div class="px-[18px] max-w-[70ch]">
                <h1 class="text-2xl">Give it away, or put another beside it</h1>
                <p class="soft mt-1">A friend who pastes the text into Stasimon gets the same line-up, release by release. Put a friend's
                    beside yours, and you see what keeps you from playing together.</p>
                <h2 class="mt-5 mb-1">Put theirs beside it</h2>
                <x-beside-form :instance="$instance" :page="$page" />
            </div>
        @else
            @include('hand-off.beside')
        @endif
    </div>
    <x-slot:beside label="Give it away">
        <h2 class="mb-1">{{ $page->group === '' ? 'Give this one away' : 'Give ' . $page->group . ' away' }}</h2>
        <div x-data="copies">
            <textarea x-ref="text" class="ver w-full" rows="4" readonly aria-label="The hand-off as text">{{ $page->text }}</textarea>
            <div class="acts mt-1" style="justify-content: flex-start">
                <button type="button" class="btn" @click="copy"><span x-show="said" x-text="said" x-cloak></span><span x-show="! said">Copy,
                        {{ number_format(strlen($page->text)) }} characters</span></button>
                <a class="btn" href="{{ route('hand-off.document', [$instance, 'group' => $page->group ?: null]) }}">As a file</a>
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
        @foreach ($short as $sentence)
            <p class="mt-1 {{ $loop->first && str_starts_with($sentence, 'No depot') ? 'warn' : 'soft' }}">{{ $sentence }}</p>
        @endforeach
        @if ($page->fitsPicture())
            <div class="picture mt-2" x-data="picture(@js($page->text))" x-html="drawn" role="img" aria-label="The same as a picture"></div>
        @else
            <p class="soft mt-2">It says more than a picture on a screen could hold.</p>
        @endif
        @if ($instance->applied_at)
            @include('hand-off.set')
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
            @if ($configs !== [] || $own->isNotEmpty() || ! $instance->launching->isNothing())
                <details>
                    <summary class="link py-1">An archive with what belongs to it</summary>
                    <form method="post" action="{{ route('hand-off.archive', $instance) }}" data-kept="hand-off {{ $instance->id }}">@csrf
                        <x-goes-with :configs="$configs" :own="$own" />
                        @unless ($instance->launching->isNothing())
                            <label class="block mt-3"><input type="checkbox" name="launching" value="1"> What you add to how it is
                                launched</label>
                            @foreach ($instance->launching->lines() as $line)
                                <p class="ver soft">{{ $line }}</p>
                            @endforeach
                            <p class="soft">Whoever gets it sees that and is asked; paths of this machine may not be there.</p>
                        @endunless
                        <button class="btn mt-2">Save the archive</button>
                    </form>
                </details>
            @endif
            <h2 class="mt-5 mb-1">An inventory of it</h2>
            <p>
                @foreach (Stasimon\Core\Share\Inventory\Forms::ALL as $form => $class)
                    <a class="link"
                        href="{{ route('inventory', [$instance, $form]) }}">{{ $class::name() }}</a>{{ $loop->last ? '' : ', ' }}
                @endforeach
            </p>
        @endif
        @if ($page->there !== [] && $page->hasRoom())
            <h2 class="mt-5 mb-1">Put one more beside it</h2>
            <x-beside-form :instance="$instance" :page="$page" />
        @endif
    </x-slot:beside>
</x-instance>
