@props(['instance', 'field', 'choices', 'why' => []])
@php($isChanged = collect($choices)->contains('drafted', true))
@foreach ($choices as $choice)
    @if ($field === 'expansions')
        @php($isOn = $choice['here'] !== $choice['drafted'])
        <form method="post" action="{{ route($isOn ? 'draft.off' : 'draft.add', $instance) }}">@csrf<input type="hidden"
                name="ids[]" value="{{ $choice['value'] }}">
            <button class="remedy"><span>{{ $isOn ? 'Leave out' : 'Take in' }} {{ $choice['label'] }}</span><span>
                    {{ $choice['words'] }}</span></button>
        </form>
        @continue
    @endif
    <form method="post" action="{{ route('draft.base', $instance) }}">
        @csrf<input type="hidden" name="{{ $field }}" value="{{ $choice['value'] }}">
        @if ($choice['drafted'])
            <div class="remedy" style="color: var(--ink); cursor: default"><span><b>{{ $choice['label'] }}</b></span>
                <span>in the draft</span></div>
        @elseif ($choice['here'] && !$isChanged)
            <div class="remedy" style="color: var(--ink); cursor: default"><span><b>{{ $choice['label'] }}</b></span><span>here now</span>
            </div>
        @else
            <button class="remedy"><span>{{ $choice['label'] }}</span>
                <span>{{ $choice['here'] ? 'as it is now' : $choice['words'] }}</span></button>
        @endif
    </form>
@endforeach
@if ($why !== [])
    <ul class="why-needed">
        @foreach ($why as $sentence)
            <li>{{ $sentence }}</li>
        @endforeach
    </ul>
@endif
