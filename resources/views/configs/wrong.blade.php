@if (isset($unwritable))
    <p class="bad">{{ $unwritable }}</p>
@elseif ($wrong)
    <p class="bad" data-line="{{ $wrong->line }}">Line {{ $wrong->line }}: {{ $wrong->why }}. <button type="button" class="link"
            @click="go({{ $wrong->line }})">Go to the line</button></p>
@elseif ($syntax)
    <p class="good">It can be read as {{ $syntax->word() }}.</p>
@else
    <p class="soft">A text by rules of its own; whether the mod can read it, a rehearsal tells.</p>
@endif
