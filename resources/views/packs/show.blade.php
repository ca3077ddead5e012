<x-layout :title="$pack->name">
    <main class="plain" id="main">
        <p class="soft mt-6"><a class="link underline" href="{{ route('packs') }}">Packs</a></p>
        <h1 class="text-2xl mb-1">{{ $pack->name }} <span class="ver">{{ $pack->version }}</span></h1>
        @if ($read->summary !== '')
            <p>{{ $read->summary }}</p>
        @endif
        <p>{{ $page->sentence }}. {{ count($page->brings) }} {{ count($page->brings) === 1 ? 'package' : 'packages' }},
            {{ count($read->configs) }} {{ count($read->configs) === 1 ? 'config' : 'configs' }}{{ $read->licence === '' ? ''
                : ", {$read->licence}" }}.
            <a class="link underline" href="{{ route('packs.file', $pack) }}">Save its file</a></p>
        @if ($read->notes !== '')
            <h2 class="mt-4 mb-1">What has changed</h2>
            <p class="max-w-[75ch]" style="white-space: pre-line">{{ $read->notes }}</p>
        @endif
        <x-given-short :page="$page" />
        @if ($instances->isNotEmpty())
            <h2 class="mt-4 mb-1">Instances of it</h2>
            @foreach ($instances as $instance)
                <p><a class="link underline" href="{{ route('instances.show', $instance) }}">{{ $instance->name }}</a>
                    @if ($instance->pack_id === $pack->id)
                        <span class="soft">is of this release</span>
                    @else
                        <a class="link underline" href="{{ route('pack.update', ['instance' => $instance, 'to' => $pack->id]) }}">See
                            what this release changes there</a>
                    @endif
                </p>
            @endforeach
        @endif
        @if ($page->canBeMade)
            <form method="post" action="{{ route('packs.make', $pack) }}" class="mt-4">@csrf
                <label for="name">Call it</label>
                <input type="text" id="name" name="name" maxlength="80" required value="{{ old('name', mb_substr($pack->name, 0, 80)) }}">
                <button class="btn main-act">Make an instance of it</button>
            </form>
        @endif
        <x-given-brings :page="$page" />
        @if ($read->configs !== [])
            <h2 class="mt-4 mb-1">Configs</h2>
            @foreach (array_slice(array_keys($read->configs), 0, 100) as $path)
                <p class="ver">{{ $path }}</p>
            @endforeach
        @endif
    </main>
</x-layout>
