@use('Stasimon\Core\Document\Visible')
@foreach ($launch->game->launch->commands() as $for => $command)
    <h3 class="mt-3 mb-1">{{ $for }}</h3>
    <pre class="ver max-w-[90ch] break-words" style="white-space: pre-wrap">{{ $launch->line($command) }}</pre>
@endforeach
@if ($launch->game->launch->open !== '')
    <p class="soft mt-1">A server says where it is open by the line <span
            class="ver break-words">{{ Visible::text($launch->game->launch->open) }}</span>; what it says takes the place of <span
            class="ver">{server}</span>.</p>
@endif
@foreach ($launch->game->launch->templates as $template)
    <h3 class="mt-3 mb-1">Written before each launch: <span class="ver">{{ Visible::text($template->path) }}</span></h3>
    <pre class="ver max-w-[90ch] break-words" style="white-space: pre-wrap">
@foreach ($template->lines() as $line)
{{ $launch->written($line) }}
@endforeach
</pre>
@endforeach
@foreach ($launch->agreement->programs as $program)
    <p class="mt-1"><span class="ver">{{ $program['version'] }}</span> is
        @if ($program['path'] === '')
            <span class="warn">not on this machine</span>
        @else
            <span class="ver break-words">{{ $program['path'] }}</span>, <span class="soft">SHA-256 <span
                    class="ver break-words">{{ $program['sha256'] }}</span></span>
        @endif
    </p>
@endforeach
<details class="mt-2">
    <summary class="link">What is put in, and what is read and written</summary>
    @foreach ($launch->agreement->values() as $name => $values)
        <p class="mt-1"><span class="ver">{{ '{'.$name.'}' }}</span>: <span
                class="ver break-words">{{ implode(', ', array_map(Visible::text(...), $values)) }}</span></p>
    @endforeach
    @foreach ($launch->agreement->paths() as $for => $paths)
        <p class="mt-1">{{ ucfirst($for) }}: <span
                class="ver break-words">{{ implode(', ', array_map(Visible::text(...), $paths)) }}</span></p>
    @endforeach
</details>
