@props(['instance', 'page'])
<form method="post" action="{{ route('hand-off.beside', $instance) }}" enctype="multipart/form-data" class="drop" x-data="drop"
    @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="take($event)" :class="over && 'over'">@csrf
    <input type="hidden" name="beside" value="{{ $page->beside }}">
    <label for="text" class="soft">Paste a hand-off</label>
    <textarea id="text" name="text" rows="2" maxlength="2000000" spellcheck="false" class="ver w-full">{{ old('text') }}</textarea>
    <label for="file" class="soft">or drop its file</label>
    <input type="file" id="file" name="file" x-ref="file" class="w-full" accept=".json,.zip">
    <label for="other" class="soft block mt-1">or choose</label>
    <select id="other" name="instance" class="w-full">
        <option value="">an instance, a pack, or an earlier line-up</option>
        @foreach ($page->others() as $other)
            <option value="{{ $other->id }}">{{ $other->name }}</option>
        @endforeach
        @foreach ($page->packs() as $pack)
            <option value="{{ $pack->id }}">{{ $pack->name }} {{ $pack->version }}, the pack</option>
        @endforeach
        @foreach ($page->points() as [$point, $called])
            <option value="{{ $point }}">{{ $called }}</option>
        @endforeach
    </select>
    <button class="btn mt-2">Compare</button>
</form>
