{{-- What goes with an instance that is given away. configs: path => lines that look like secrets; own: files that no depot has. --}}
@props(['configs', 'own'])
@if ($configs !== [])
    <fieldset class="mt-3">
        <legend class="font-medium">Configs that go with it</legend>
        @foreach ($configs as $path => $lines)
            <label class="block"><input type="checkbox" name="configs[]" value="{{ $path }}" @checked($lines === [])> <span
                    class="ver">{{ $path }}</span>
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
        <p class="soft">Tick those whose licence lets you pass them on. The others are named, with where you had them from.</p>
        @foreach ($own as $file)
            <label class="block"><input type="checkbox" name="passed[]" value="{{ trim((string) $file->sha256) }}"> <span
                    class="ver">{{ $file->name }}</span> <span class="soft">{{ $file->source }}</span></label>
        @endforeach
    </fieldset>
@endif
