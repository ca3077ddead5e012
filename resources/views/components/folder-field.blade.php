@props(['label', 'id' => 'path', 'button', 'example' => null])
@php($roots = app(App\Access\Access::class)->folders())
<div class="acts" style="justify-content: flex-start">
    <label for="{{ $id }}" class="font-medium">{{ $label }}</label>
    <input type="text" id="{{ $id }}" name="path" class="ver" style="width: min(420px, 100%)" value="{{ old('path') }}" maxlength="1000"
        required placeholder="{{ $example ?? ($roots === [] ? '/home/ada/Games/…' : $roots[0] . '/…') }}">
    <label for="{{ $id }}-open" class="soft">may be read</label>
    <select id="{{ $id }}-open" name="open">
        @if ($roots !== [])
            <option value="">already</option>
        @endif
        <option value="1" @selected(old('open') === '1')>for an hour</option>
        <option value="24" @selected(old('open') === '24')>for a day</option>
        <option value="good" @selected(old('open') === 'good')>for good</option>
    </select>
    {{ $slot }}
    <button class="btn main-act">{{ $button }}</button>
</div>
<p class="soft mt-1">It is read and never written.
    @if ($roots !== [])
        What lies below {{ implode(' or ', array_slice($roots, 0, 3)) }} may be read already.
    @endif
    <a class="link underline" href="{{ route('access') }}">What may be read</a></p>
