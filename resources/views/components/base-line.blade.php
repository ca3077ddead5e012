@props(['instance'])
@inject('shown', 'App\View\Base\BaseSentence')
@php([$game, $rest] = $shown->lineOf($instance))
<span style="font: 15px/20px var(--heading)">{{ $game }}</span><br><span class="soft">{{ $rest }}</span>
