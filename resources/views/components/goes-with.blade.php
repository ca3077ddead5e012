{{-- What goes with an instance that is given away. configs: path => lines that look like secrets; own: files that no depot has; before:
    what went with it the last time, configs and digests of files. --}}
@props(['configs', 'own', 'before' => [[], []]])
@if ($configs !== [])
    <fieldset class="mt-3">
        <legend class="font-medium">Configs that go with it</legend>
        @foreach ($configs as $path => $lines)
            <label class="block"><input type="checkbox" name="configs[]" value="{{ $path }}"
                    @checked($lines === [] || in_array((string) $path, $before[0], true))> <span class="ver">{{ $path }}</span>
                @if ($lines !== [])
                    <span class="warn">looks like it has a secret in line {{ implode(', ', array_slice($lines, 0, 4)) }}</span>
                @endif
            </label>
        @endforeach
    </fieldset>
@endif
@if ($own->isNotEmpty())
    <fieldset class="mt-3">
        <legend class="font-medium">Files of yours that no depot has</legend>
        <p class="soft">Those that stay here are named in it, with where you had them from.</p>
        @foreach ($own as $file)
            @php($terms = $file->terms())
            <label class="block"><input type="checkbox" name="passed[]" value="{{ trim((string) $file->sha256) }}"
                    @checked($terms->passes() === true || in_array(trim((string) $file->sha256), $before[1], true))
                    @disabled($terms->passes() === false)> <span class="ver">{{ $file->name }}</span>
                @if ($terms->passes() === true)
                    <span class="soft">{{ $terms->id }}, by {{ $terms->where }}</span>
                @elseif ($terms->passes() === false)
                    <span class="warn">stays here: {{ $terms->where }} says “{{ $terms->line }}”</span>
                @else
                    <span class="soft">says nothing of a licence; tick it if you know that it may go</span>
                @endif
            </label>
        @endforeach
    </fieldset>
@endif
