@props(['instance', 'part', 'title', 'waits' => false, 'quiet' => false])
@inject('shown', 'App\View\BaseSentence')
@php($base = $shown->of($instance))
<x-layout :title="$title . ' · ' . $instance->name" :instance="$instance" :waits="$waits">
    <div class="head {{ $quiet ? 'quiet-sentence' : '' }}">
        <div class="about">
            <div class="soft">{{ $instance->name }}</div>
            <div class="sentence">
                <span class="part"><b>{{ $base->game }}</b> {{ $base->plan->base->gameVersion }}</span> on
                <x-base-part :instance="$instance" field="build" after="," :choices="$base->builds"><b>{{ $base->loader }}</b>
                    {{ $base->plan->base->loaderVersion }}</x-base-part>
                <x-base-part :instance="$instance" field="runtime" after="," :choices="$base->runtimes"><b>{{ $base->runtime }}</b>
                    {{ $base->plan->base->runtimeVersion }}</x-base-part>
                with <x-base-part :instance="$instance" field="memory" :after="$base->expanded() === '' ? '.' : ''"
                    :choices="$base->memory">{{ $base->gigabytes }}</x-base-part>
                @if ($base->expanded() !== '')
                    and <x-base-part :instance="$instance" field="expansions" after="."
                        :choices="$base->expansions">{{ $base->expanded() }}</x-base-part>
                @endif
            </div>
            @if ($base->otherwise !== '')
                <div class="otherwise"><b>The draft</b> makes it&nbsp; <span class="ver">{{ $base->otherwise }}</span></div>
            @endif
            <div class="soft">{{ $base->state }}
                {{ $instance->draft && $instance->applied_at ? 'Play and Rehearse run this, not the draft.' : '' }}</div>
        </div>
        <div class="acts">
            {{ $acts ?? '' }}
            @php($last = $instance->lastRehearsal)
            @php($isProven = $last?->state->value === 'clean' && $last->isOfNow($instance))
            @if ($last?->isPlay() && !$last->isOver())
                @unless (request()->routeIs('rehearsals.show'))
                    <a class="btn" href="{{ route('rehearsals.show', [$instance, $last->number]) }}">Being played</a>
                @endunless
            @elseif ($instance->applied_at !== null)
                <form method="post" action="{{ route('play', $instance) }}">@csrf<button
                        class="btn {{ $isProven ? 'main-act' : '' }}"
                        data-key="Shift P">Play <kbd>⇧P</kbd></button></form>
                <form method="post" action="{{ route('rehearsals.store', $instance) }}">@csrf<button
                        class="btn {{ $isProven ? '' : 'main-act' }}"
                        data-key="Shift R">Rehearse <kbd>⇧R</kbd></button></form>
            @endif
        </div>
    </div>
    <div class="cols {{ isset($beside) ? '' : 'wide' }}">
        <nav class="parts" aria-label="Parts of the instance">
            <a href="{{ route('instances.show', $instance) }}" data-go="l"
                @if ($part === 'line-up') aria-current="page" @endif>Line-up <span
                    class="num">{{ $instance->placed->whereNotNull('path')->count() ?: '' }}</span></a>
            <a href="{{ route('find', $instance) }}" data-go="f" @if ($part === 'find') aria-current="page" @endif>Find</a>
            <a href="{{ route('instances.shelf', $instance) }}" data-go="d"
                @if ($part === 'shelf') aria-current="page" @endif>From your disk</a>
            <a href="{{ route('order', $instance) }}" data-go="b"
                @if ($part === 'order') aria-current="page" @endif>Order</a>
            @if ($base->hasStages || $part === 'stages')
                <a href="{{ route('stages', $instance) }}" data-go="s"
                    @if ($part === 'stages') aria-current="page" @endif>Stages</a>
            @endif
            @if ($base->hasNumbers)
                <a href="{{ route('numbers', $instance) }}" data-go="n"
                    @if ($part === 'numbers') aria-current="page" @endif>Numbers</a>
            @endif
            <a class="apart" href="{{ route('worlds', $instance) }}" data-go="w"
                @if ($part === 'worlds') aria-current="page" @endif>Worlds</a>
            <a href="{{ route('configs', $instance) }}" data-go="c"
                @if ($part === 'configs') aria-current="page" @endif>Configs</a>
            <a href="{{ route('files', $instance) }}" data-go="e" @if ($part === 'files') aria-current="page" @endif>Files</a>
            <a class="apart" href="{{ route('rehearsals', $instance) }}" data-go="r"
                @if ($part === 'rehearsals') aria-current="page" @endif>Rehearsals <span
                    class="num">{{ $instance->lastRehearsal?->number }}</span></a>
            <a href="{{ route('history', $instance) }}" data-go="h"
                @if ($part === 'history') aria-current="page" @endif>History</a>
            <a class="apart" href="{{ route('move', $instance) }}" data-go="m" @if ($part === 'move') aria-current="page" @endif>Move</a>
            <a href="{{ route('hand-off', $instance) }}" data-go="o"
                @if ($part === 'hand-off') aria-current="page" @endif>Hand-off</a>
            <a href="{{ route('about', $instance) }}" data-go="a"
                @if ($part === 'about') aria-current="page" @endif>About it</a>
            @if ($instance->draft)
                <a href="{{ route('draft', $instance) }}" @if ($part === 'draft') aria-current="page" @endif>Draft</a>
            @endif
        </nav>
        <main class="main" id="main">{{ $slot }}</main>
        @isset($beside)
            <aside class="beside" aria-label="{{ $beside->attributes->get('label', 'Findings') }}">{{ $beside }}</aside>
        @endisset
    </div>
    @if ($instance->draft && !isset($slab))
        <x-draft-bar :instance="$instance" :reviewing="$part === 'draft'" />
    @endif
    {{ $slab ?? '' }}
</x-layout>
