@props(['finding', 'instance' => null])
<section class="finding">
    <h3><x-mark :level="$finding->level" />{{ $finding->title }} <x-help :says="$finding->help" :of="$finding->title" /></h3>
    <p>{{ $finding->text }}</p>
    @foreach ($finding->remedies as $remedy)
        <x-remedy :action="$remedy->address()" :fields="$remedy->fields" :effect="$remedy->effect">{{ $remedy->label }}</x-remedy>
    @endforeach
    @if ($instance)
        <div class="aside"><x-act :action="route('findings.aside', $instance)" :fields="['key' => $finding->key()]"
                :label="'Set aside: ' . $finding->title">set aside</x-act></div>
    @endif
</section>
