@props(['instance', 'part', 'title', 'waits' => false, 'quiet' => false])
@inject('shown', 'App\View\Base\BaseSentence')
@php($base = $shown->of($instance))
<x-layout :title="$title . ' · ' . $instance->name" :instance="$instance" :waits="$waits">
    <div class="head {{ $quiet ? 'quiet-sentence' : '' }}">
        <div class="about">
            <x-switch :instance="$instance" :part="$part" />
            <div class="sentence">
                <span class="part"><b>{{ $base->names->game }}</b> {{ $base->plan->base->gameVersion }}</span>
                @if ($base->names->loader !== '')
                    on <x-base-part :instance="$instance" field="build" after=","
                    :choices="$base->alternatives->builds"><b>{{ $base->names->loader }}</b>
                    {{ $base->plan->base->loaderVersion }}</x-base-part>
                @endif
                @if ($base->names->runtime !== '')
                <x-base-part :instance="$instance" field="runtime" after=","
                    :choices="$base->alternatives->runtimes"><b>{{ $base->names->runtime }}</b>
                    {{ $base->plan->base->runtimeVersion }}</x-base-part>
                @endif
                with <x-base-part :instance="$instance" field="memory" :after="$base->alternatives->expanded() === '' ? '.' : ''"
                    :choices="$base->alternatives->memory">{{ $base->names->gigabytes }}</x-base-part>
                @if ($base->alternatives->expanded() !== '')
                    and <x-base-part :instance="$instance" field="expansions" after="."
                        :choices="$base->alternatives->expansions">{{ $base->alternatives->expanded() }}</x-base-part>
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
                    <a class="btn" href="{{ route('rehearsals.show', [$instance, $last->number]) }}">{{ match (true) {
                        $last->plain => 'Being played without mods',
                        $last->side->value === 'server' => 'The server runs',
                        default => 'Being played',
                    } }}</a>
                @endunless
            @elseif ($instance->applied_at !== null)
                <form method="post" action="{{ route('play', $instance) }}">@csrf<button
                        class="btn {{ $isProven ? 'main-act' : '' }}"
                        data-key="Shift P">{{ $instance->serves === null ? 'Play' : 'Start the server' }} <kbd>⇧P</kbd></button></form>
                <form method="post" action="{{ route('rehearsals.store', $instance) }}">@csrf<button
                        class="btn {{ $isProven ? '' : 'main-act' }}"
                        data-key="Shift R">Rehearse <kbd>⇧R</kbd></button></form>
            @endif
        </div>
    </div>
    @if ($instance->building)
        <x-building :instance="$instance" />
    @endif
    <div class="cols {{ isset($beside) ? '' : 'wide' }}">
        <nav class="parts" aria-label="Parts of the instance">
            @foreach (App\View\Places\Places::shown($instance, $base, $part) as $place)
                <a href="{{ $place->address($instance) }}" title="{{ ucfirst($place->help) }}" @class(['apart' => $place->isApart])
                    @if ($place->key !== '') data-go="{{ $place->key }}" @endif
                    @if ($part === $place->id) aria-current="page" @endif>{{ $place->name }}
                    @if ($place->id === 'line-up')
                        <span class="num">{{ $instance->placed->whereNotNull('path')->count() ?: '' }}</span>
                    @elseif ($place->id === 'rehearsals')
                        <span class="num">{{ $instance->lastRehearsal?->number }}</span>
                    @endif
                </a>
            @endforeach
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
