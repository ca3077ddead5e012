@props(['instance', 'field', 'choices', 'why' => []])
@foreach ($choices as $choice)
    @if ($field === 'expansions')
        <form method="post" action="{{ route($choice['here'] ? 'draft.off' : 'draft.add', $instance) }}">@csrf<input type="hidden"
                name="ids[]" value="{{ $choice['value'] }}">
            <button class="remedy"><span>{{ $choice['here'] ? 'Leave out' : 'Take in' }} {{ $choice['label'] }}</span><span>
                    {{ $choice['words'] }}</span></button>
        </form>
        @continue
    @endif
    <form method="post" action="{{ route('draft.base', $instance) }}">
        @csrf<input type="hidden" name="{{ $field }}" value="{{ $choice['value'] }}">
        @if ($choice['here'])
            <div class="remedy" style="color: var(--ink); cursor: default"><span><b>{{ $choice['label'] }}</b></span><span>here now</span>
            </div>
        @else
            <button class="remedy"><span>{{ $choice['label'] }}</span><span>{{ $choice['words'] }}</span></button>
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
