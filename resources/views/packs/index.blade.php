<x-layout title="Packs">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-1">Packs <x-help of="Packs" key="packs" /></h1>
        <p class="soft max-w-[75ch] mb-3">A line-up that many use, with its configs, as a file. Drop one here to make an instance of it, or
            a newer release to bring instances of it up to date. A pack of your own is made from an instance, on its page Hand-off.</p>
        <form method="post" action="{{ route('packs.store') }}" enctype="multipart/form-data" class="drop" x-data="drop"
            @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="take($event)" :class="over && 'over'">@csrf
            <label for="file" class="font-medium">Drop the file of a pack here, or choose it</label>
            <input type="file" id="file" name="file" x-ref="file" accept=".zip">
            <div class="acts mt-3" style="justify-content: flex-start"><button class="btn main-act">See what it is</button></div>
        </form>
        @if ($packs->isNotEmpty())
            <h2 class="mt-6 mb-1">Here</h2>
            <x-table :columns="['Pack' => '', 'Release' => '', 'Came' => '']" acts="90px">
                @foreach ($packs as $one)
                    <tr data-row tabindex="-1">
                        <td>{!! App\View\Drawn::as($one->pack, 20) !!} <a class="font-medium hover:underline" data-open
                                href="{{ route('packs.show', $one) }}">{{ $one->name }}</a></td>
                        <td class="ver">{{ $one->version }}</td>
                        <td class="soft">{{ $one->created_at->diffForHumans() }}</td>
                        <td class="text-right">
                            <form method="post" action="{{ route('packs.destroy', $one) }}" class="inline">@csrf
                                @method('delete')<button class="link"
                                    aria-label="Take away {{ $one->name }} {{ $one->version }}">Take away</button></form>
                        </td>
                    </tr>
                @endforeach
            </x-table>
        @endif
        <h2 class="mt-6 mb-1">In the depots</h2>
        <form method="get" action="{{ route('packs') }}" class="mb-2" role="search"><input type="search" name="q"
                value="{{ $found->words }}" aria-label="Search the depots' packs" placeholder="Search these" class="w-60" maxlength="80">
            <button class="btn">Search</button></form>
        <div @if ($found->waits()) x-data="refresh('{{ route('packs.found', ['q' => $found->words]) }}')" @endif>
            @include('packs.found')
        </div>
    </main>
</x-layout>
