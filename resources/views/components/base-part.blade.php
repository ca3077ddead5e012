@props(['instance', 'field', 'choices', 'after' => ''])
<details x-data="opens('{{ route('base', [$instance, $field]) }}')" @toggle="load" @keydown.escape="$el.open = false"
    @click.outside="$el.open = false">
    <summary>{{ $slot }}</summary>
    <div class="choices" x-ref="inside"><x-base-choices :instance="$instance" :field="$field" :choices="$choices" /></div>
</details>{{ $after }}
