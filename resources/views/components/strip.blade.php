@props(['instance', 'findings'])
@php($worst = collect($findings)->reverse()->keyBy('package'))
@php($shown = $instance->placed->filter(fn ($placed) => ! in_array($placed->kind, ['game', 'runtime'], true)))
<span class="strip" role="img" aria-label="{{ $shown->count() }} releases, {{ count($findings) }} findings">@foreach ($shown->take(60) as $placed)<i class="{{ isset($worst[$placed->package_id]) ? $worst[$placed->package_id]->level->value : '' }}"></i>@endforeach</span> <span class="ver quiet">{{ $shown->count() ?: '' }}</span>
