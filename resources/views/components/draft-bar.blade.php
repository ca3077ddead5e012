@props(['instance', 'reviewing' => false])
@inject('summary', 'App\View\Drafts\DraftSummary')
@php($draft = $summary->of($instance))
<div class="slab" role="region" aria-label="Draft">
    <b>Draft</b>
    @foreach ($draft->parts as $part)
        <span class="ver">{{ $part }}</span>
    @endforeach
    <span class="gap"></span>
    @if ($instance->draft->hasEarlier())
        <form method="post" action="{{ route('draft.back', $instance) }}">@csrf<button class="btn" data-key="z">Step back
                <kbd>z</kbd></button></form>
    @endif
    @if ($instance->draft->hasLater())
        <form method="post" action="{{ route('draft.forth', $instance) }}">@csrf<button class="btn" data-key="Shift Z">Step forth
                <kbd>⇧Z</kbd></button></form>
    @endif
    <form method="post" action="{{ route('draft.discard', $instance) }}">@csrf<button class="btn">Throw away</button></form>
    @if (!$reviewing)
        <a class="btn main-act" href="{{ route('draft', $instance) }}" data-key="d">Review <kbd>d</kbd></a>
    @elseif ($draft->appliable && $instance->draft->hasEarlier())
        <x-until :instance="$instance" />
        <form method="post" action="{{ route('draft.apply', $instance) }}">@csrf<input type="hidden" name="seen"
                value="{{ $instance->draft->revision }}"><button class="btn main-act" data-key="a">Apply <kbd>a</kbd></button></form>
    @endif
</div>
