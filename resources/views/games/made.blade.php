@if ($bench->wrong !== '')
    <p class="bad" data-line="{{ $bench->line }}">{{ $bench->wrong }}
        <button type="button" class="link" @click="go({{ $bench->line }})">Go to the line</button></p>
@elseif ($bench->game === null)
    <p class="soft">Nothing is written yet.</p>
@endif
@if ($bench->says() !== [])
    <dl class="says">
        @foreach ($bench->says() as [$heading, $line])
            <dt class="soft">{{ $heading }}</dt>
            <dd>{{ $line === '' ? 'nothing' : $line }}</dd>
        @endforeach
    </dl>
@endif
@foreach ($bench->made as $file)
    <h2 class="mt-3 text-base ver">{{ $file['name'] }}</h2>
    @foreach ($file['lines'] as $line)
        <p class="{{ $file['wrong'] ? 'warn' : '' }}">{{ $line }}</p>
    @endforeach
@endforeach
