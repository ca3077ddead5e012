<h1 class="text-2xl mt-4 mb-1">{{ $instance ? 'From your disk' : 'Your shelf' }}
    <x-help of="Your shelf" key="shelf" /></h1>
<p class="soft max-w-[75ch] mb-3">Files from a page, from a friend or of your own, as they came. Each is read here and becomes a package
    beside those of the depots; the files themselves are not changed.</p>
<form method="post" action="{{ route('shelf.store') }}" enctype="multipart/form-data" class="drop" :class="over && 'over'"
    x-data="uploads('{{ route('shelf.begin') }}')" @dragover.prevent="over = true"
    @dragleave="over = false" @drop.prevent="drop($event)" @submit.prevent="chosen()">@csrf
    @if ($instance)
        <input type="hidden" name="instance" value="{{ $instance->id }}">
    @endif
    <div class="acts" style="justify-content: flex-start">
        <label for="files" class="font-medium">Drop files here, or choose some</label>
        <input type="file" id="files" name="files[]" multiple x-ref="files" required>
        @unless ($instance)
            <label for="game">for</label>
            <select id="game" name="game">
                @foreach ($games as $id => $name)
                    <option value="{{ $id }}">{{ $name }}</option>
                @endforeach
            </select>
        @endunless
        <button class="btn main-act" :disabled="busy">Take them in</button>
        <button type="button" class="btn" x-cloak x-show="busy" @click="stop()">Stop</button>
    </div>
    <p class="soft mt-2" role="status" x-text="words">Up to 200 at once, each up to 2 GB. What was cut off goes on where it stopped when the
        same file is dropped again.</p>
</form>
<div @if ($page->waits()) x-data="refresh('{{ $instance ? route('instances.shelf.rows', $instance) : route('shelf.rows') }}')" @endif>
    @include('shelf.rows')
</div>
