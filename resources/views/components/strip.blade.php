@props(['ids', 'findings'])
@php($worst = collect($findings)->reverse()->keyBy('package'))
@php($step = max(2, min(5, intdiv(400, max(1, count($ids))))))
<span class="strip" style="width: {{ count($ids) * $step }}px; --step: {{ $step }}px" role="img"
    aria-label="{{ count($ids) }} {{ count($ids) === 1 ? 'release' : 'releases' }}, {{ count($findings) }} {{ count($findings) === 1
    ? 'finding' : 'findings' }}">@foreach ($ids as $i => $id)@isset($worst[$id])<i class="{{ $worst[$id]->level->value }}"
    style="left: {{ $i * $step }}px"></i>@endisset @endforeach</span> <span class="ver quiet">{{ count($ids) ?: '' }}</span>
