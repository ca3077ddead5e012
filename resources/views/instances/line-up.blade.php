<x-instance :instance="$instance" part="line-up" title="Line-up">
    @if ($instance->applied_at === null)
        <div class="px-[18px] max-w-xl">
            <h2>Nothing is applied yet</h2>
            <p class="soft mt-1">The folder is empty until the first draft is applied. <a class="link" href="{{ route('find', $instance) }}">Find mods</a> to add, or <a class="link" href="{{ route('draft', $instance) }}">review the draft</a> and apply it.</p>
        </div>
    @else
        <div class="tools">
            <span class="seg"><a href="{{ route('instances.show', [$instance, ...$page->address(asTheatre: false)]) }}" @if (! $page->asTheatre) aria-current="true" @endif>Table</a><a href="{{ route('instances.show', [$instance, ...$page->address(asTheatre: true)]) }}" @if ($page->asTheatre) aria-current="true" @endif>Theatre</a></span>
            <span class="seg">@foreach (['' => 'All', 'asked' => 'Asked for', 'findings' => 'With findings'] as $only => $words)<a href="{{ route('instances.show', [$instance, ...$page->address(only: $only)]) }}" @if ($page->only === $only) aria-current="true" @endif>{{ $words }}</a>@endforeach</span>
        </div>
        @php($rows = $page->rows())
        @if ($page->asTheatre)
            <x-theatre :theatre="$page->theatre()" />
        @else
        @if ($rows->isEmpty())<p class="px-[18px] soft">None.</p>@endif
        <div class="scroll"><table class="grid-table">
            <thead><tr><th style="width: 34px"><span class="sr-only">Finding</span></th><th style="width: 170px">Package</th><th style="width: 90px">Release</th><th>Here because</th><th class="wide-only" style="width: 60px">Side</th><th class="num" style="width: 80px">Size</th><th style="width: 96px"><span class="sr-only">Act</span></th></tr></thead>
            @foreach (['loader' => 'Loader', 'library' => 'Libraries', 'mod' => 'Mods', 'resource-pack' => 'Resource packs', 'shader-pack' => 'Shader packs', 'data-pack' => 'Data packs', 'expansion' => 'Expansions'] as $kind => $tier)
                @php($group = $rows->where('kind', $kind))
                @continue($group->isEmpty())
                <tbody>
                <tr class="tier"><td colspan="7">{{ $tier }} <span class="ver">{{ $group->count() }}</span></td></tr>
                @foreach ($group as $placed)
                    <tr data-row tabindex="-1">
                        <td>@isset($page->marks[$placed->package_id])<x-mark :level="$page->marks[$placed->package_id]->level" />@endisset</td>
                        <td class="name">{{ $placed->name }}</td><td class="ver">{{ $placed->version }}</td>
                        <td class="soft">@if ($placed->kind === 'loader') part of the base @else <x-because :because="$placed->because" :names="$page->names()" /> @endif</td>
                        <td class="soft wide-only">{{ $placed->side }}</td><td class="num">{{ App\View\Bytes::words($placed->size) }}</td>
                        <td class="text-right">@if ($placed->because['wanted'] && $placed->kind !== 'loader')<form method="post" action="{{ route('draft.remove', $instance) }}">@csrf<input type="hidden" name="id" value="{{ $placed->package_id }}"><button class="link" aria-label="Do without {{ $placed->name }}">Do without</button></form>@endif</td>
                    </tr>
                @endforeach
                </tbody>
            @endforeach
        </table></div>
        @endif
        <details class="px-[18px] pt-6"><summary class="soft cursor-pointer">Remove this instance</summary>
            <form method="post" action="{{ route('instances.destroy', $instance) }}" class="pt-2">@csrf @method('delete')<p class="soft mb-2">Its folder with its worlds and configs is deleted for good.</p><button class="btn">Remove {{ $instance->name }}</button></form>
        </details>
    @endif
    <x-slot:beside>
        <h2 class="mb-2">Findings</h2>
        @forelse ($page->findings as $finding)<x-finding :finding="$finding" />@empty<p class="soft">Nothing is known to be wrong{{ $instance->applied_at ? '' : ', because nothing is there yet' }}.</p>@endforelse
    </x-slot:beside>
</x-instance>
