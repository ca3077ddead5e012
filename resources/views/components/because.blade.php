@props(['because', 'names'])
@php($needed = collect($because['needed'])->groupBy('id'))
@if ($because['wanted'])asked for@endif{{ $because['wanted'] && $needed->isNotEmpty() ? ', and ' : '' }}@if ($needed->isNotEmpty())for {{ $needed->take(2)->map(fn ($list, $id) => ($names[$id] ?? $id).($list[0]['range'] !== '*' ? ' ('.$list[0]['range'].')' : ''))->implode(', ') }}{{ $needed->count() > 2 ? ' and '.($needed->count() - 2).' more' : '' }}@endif
