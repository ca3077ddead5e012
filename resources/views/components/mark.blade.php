@props(['level'])
<i class="mark {{ $level->value }}" role="img" aria-label="{{ $level->words() }}"></i>
