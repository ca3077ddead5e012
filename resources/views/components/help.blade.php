{{-- Opens to what something means: what it says, or, by a key, what docs/help.md says of it. --}}
@props(['of', 'says' => null, 'key' => ''])
@php([$text, $section] = $says === null ? App\View\Guide\Helps::of($key) : [$says, ''])
@if ($text !== '')
    @php($id = 'help-' . substr(hash('sha256', $of . $text), 0, 12) . '-' . App\View\Guide\Helps::next())
    <button type="button" class="help" popovertarget="{{ $id }}" aria-label="What is meant: {{ $of }}">?</button><span popover
        id="{{ $id }}" class="help-text"><b>{{ $of }}</b> {{ $text }} <a class="link underline"
            href="{{ route('guide') }}{{ $section === '' ? '' : '#' . $section }}">More in the guide</a></span>
@endif
