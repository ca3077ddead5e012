{{-- An instance as a set that goes on. --}}
<h2 class="mt-5 mb-1" id="set">A set that goes on <x-help of="A set that goes on" key="set" /></h2>
@if ($set === null)
    <p class="soft">Friends who subscribe to it are told when yours changes, and take over what changed; what they added stays.</p>
    <details>
        <summary class="link py-1">Share it from now on</summary>
        <form method="post" action="{{ route('sets.share', $instance) }}" class="pb-2">@csrf
            <label for="set-folder" class="block">Into a folder as well, that others can read</label>
            <input type="text" id="set-folder" name="folder" class="w-full" maxlength="1000" value="{{ old('folder') }}"
                placeholder="nowhere: they read it from here">
            <x-goes-with :configs="$configs" :own="$own" />
            <button class="btn mt-2">Share it</button>
        </form>
    </details>
@else
    @php($entries = array_reverse($set->states()))
    <div x-data="copies">
        <input x-ref="text" type="text" class="ver w-full" readonly aria-label="The address of the set"
            value="{{ $set->folder !== '' ? $set->folder : route('sets.serve', [$set->token, 'set.json']) }}">
        <button type="button" class="btn mt-1" @click="copy"><span x-show="said" x-text="said" x-cloak></span><span
                x-show="! said">Copy the {{ $set->folder !== '' ? 'folder' : 'address' }}</span></button>
    </div>
    @if ($set->problem)
        <p class="warn">{{ $set->problem }}</p>
    @endif
    <p class="mt-1">At state <span class="ver">{{ count($entries) }}</span>{{ $set->applies < $instance->applies
        ? ', and yours has changed since.' : ', as it is on disk.' }}</p>
    <form method="post" action="{{ route('sets.give', $instance) }}" class="mt-1">@csrf
        <label for="set-why" class="block">What has changed, and why</label>
        <input type="text" id="set-why" name="why" class="w-full" maxlength="1000" placeholder="written by itself where you say nothing">
        <button class="btn mt-1">Give the state of now</button>
    </form>
    <div class="pair py-1"><x-act :action="route('sets.by-itself', $instance)" :fields="['does' => $set->by_itself ? '0' : '1']">{{
            $set->by_itself ? 'Give nothing by itself' : 'Give each apply by itself' }}</x-act>
        <x-act :action="route('sets.stop', $instance)" :fields="['_method' => 'delete']">Share it no more</x-act></div>
    <details>
        <summary class="soft cursor-pointer">What was given</summary>
        @foreach (array_slice($entries, 0, 20) as $entry)
            <p class="py-1"><span class="ver">{{ $entry->number }}</span> <span
                    class="soft">{{ Illuminate\Support\Carbon::parse($entry->at)->diffForHumans() }}</span><br>{{ $entry->why }}</p>
        @endforeach
    </details>
@endif
