@use('App\View\Rehearsals\LogPage')
@props(['log'])
@php($window = $log->window)
@php($choice = $log->choice)
@if ($log->isOver && !$log->isKept)
    <p class="soft px-[18px]">Its log is not kept any more.</p>
@endif
<section x-data="logView" data-address="{{ $log->address }}" data-over="{{ $log->isOver ? 'yes' : 'no' }}" data-state="{{ $log->state }}"
    data-total="{{ $window->total }}" data-from="{{ $window->from }}" data-error="{{ $window->errorRow }}" aria-label="Log">
    <form class="log-choice" method="get" @submit.prevent="choose">
        <span class="segments" role="group" aria-label="Levels">
            @foreach (['' => ['All', 'all'], 'warn' => ['Warnings', 'warn'], 'error' => ['Errors', 'error']] as $level => [$word, $count])
                <label @if (($choice->level->value ?? '') === $level) class="on" @endif><input type="radio" class="sr-only" name="level"
                        value="{{ $level }}" @checked(($choice->level->value ?? '') === $level) @change="choose"><span>{{ $word }} <span
                            class="ver"
                            data-level="{{ $count }}">{{ number_format($window->levels[$count] ?? 0) }}</span></span></label>
            @endforeach
        </span>
        <input type="search" name="words" value="{{ $choice->words }}" placeholder="Search the log" aria-label="Search the log"
            maxlength="200" @input.debounce.250ms="choose">
        <label class="link"><input type="checkbox" name="fold" value="1" @checked($choice->folded) @change="choose"> Fold
            repeats</label>
        @if ($window->errorRow !== null)
            <a class="link"
                href="?{{ http_build_query($choice->address(['line' => $window->firstError])) }}#line-{{ $window->firstError }}"
                @click.prevent="firstError" data-key="e">First error <kbd>e</kbd></a>
        @endif
        <noscript><button class="btn">Show</button></noscript>
        <span class="soft ver ml-auto" x-ref="where" aria-live="off">{{ number_format($window->total) }}
            {{ $window->total === 1 ? 'line' : 'lines' }}</span>
    </form>
    <div class="log" tabindex="0" role="log" aria-label="Lines" x-ref="scroll" @scroll.passive="scrolled" aria-live="off">
        <div class="log-room" x-ref="room">
            <div class="log-lines" x-ref="lines">@include('logs.lines')</div>
        </div>
        @if ($window->total === 0)
            <p class="soft px-[18px]" x-ref="none">
                {{ $log->isOver ? ($choice->words === '' && $choice->level === null ? 'It wrote nothing.' : 'No line is like that.')
                    : 'It has written nothing yet.' }}
            </p>
        @endif
    </div>
    <noscript>
        <p class="px-[18px] py-2">
            @if ($window->from > 0)
                <a class="link"
                    href="?{{ http_build_query($choice->address(['from' => max(0, $window->from - LogPage::WINDOW)])) }}">Earlier
                    lines</a>
            @endif
            @if ($window->from + count($window->rows) < $window->total)
                <a class="link" href="?{{ http_build_query($choice->address(['from' => $window->from + count($window->rows)])) }}">Later
                    lines</a>
            @endif
        </p>
    </noscript>
</section>
