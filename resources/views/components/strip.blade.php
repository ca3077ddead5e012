@props(['ids', 'findings'])
@php($worst = collect($findings)->reverse()->keyBy('package'))
<span class="strip" role="img" aria-label="{{ count($ids) }} {{ count($ids) === 1 ? 'release' : 'releases' }}, {{ count($findings) }} {{ count($findings) === 1 ? 'finding' : 'findings' }}">@foreach (array_slice($ids, 0, 200) as $id)<i class="{{ isset($worst[$id]) ? $worst[$id]->level->value : '' }}"></i>@endforeach</span> <span class="ver quiet">{{ count($ids) ?: '' }}</span>
