{{-- The name of an instance, which opens to the others: each leads to the same part of it. --}}
@props(['instance', 'part'])
<details class="switch" x-data="opens('{{ route('instances.others', [$instance, 'part' => $part]) }}')" @toggle="load()"
    @click.outside="$root.open = false" @keydown.escape="$root.open = false; $root.firstElementChild.focus()">
    <summary title="Go to another instance"><x-face :instance="$instance" size="18" /> {{ $instance->name }}
        @if ($instance->serves !== null)
            <span class="tag">server</span>
        @endif
        <span aria-hidden="true"
            class="quiet">▾</span></summary>
    <div class="panel" x-ref="inside"><p class="soft">The others are being read.</p></div>
</details>
