@php($marks = collect($findings)->reverse()->keyBy('package'))
@php($rows = $instance->placed->filter(fn ($placed) => ! in_array($placed->kind, ['game', 'runtime'], true))->filter(fn ($placed) => match ($only) { 'asked' => $placed->because['wanted'] && $placed->kind !== 'loader', 'findings' => isset($marks[$placed->package_id]), default => true }))
@php($names = $instance->placed->pluck('name', 'package_id'))
<x-instance :instance="$instance" part="line-up" title="Line-up">
    @if ($instance->applied_at === null)
        <div class="px-[18px] max-w-xl">
            <h2>Nothing is applied yet</h2>
            <p class="soft mt-1">The folder is empty until the first draft is applied. <a class="link" href="{{ route('find', $instance) }}">Find mods</a> to add, or <a class="link" href="{{ route('draft', $instance) }}">review the draft</a> and apply it.</p>
        </div>
    @else
        <div class="tools">
            <span class="seg"><a href="{{ route('instances.show', $instance) }}" @if ($only === '') aria-current="true" @endif>All</a><a href="{{ route('instances.show', [$instance, 'only' => 'asked']) }}" @if ($only === 'asked') aria-current="true" @endif>Asked for</a><a href="{{ route('instances.show', [$instance, 'only' => 'findings']) }}" @if ($only === 'findings') aria-current="true" @endif>With findings</a></span>
        </div>
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
                        <td>@isset($marks[$placed->package_id])<x-mark :level="$marks[$placed->package_id]->level" />@endisset</td>
                        <td class="name">{{ $placed->name }}</td><td class="ver">{{ $placed->version }}</td>
                        <td class="soft">@if ($placed->kind === 'loader') part of the base @else <x-because :because="$placed->because" :names="$names" /> @endif</td>
                        <td class="soft wide-only">{{ $placed->side }}</td><td class="num">{{ App\View\Bytes::words($placed->size) }}</td>
                        <td class="text-right">@if ($placed->because['wanted'] && $placed->kind !== 'loader')<form method="post" action="{{ route('draft.remove', $instance) }}">@csrf<input type="hidden" name="id" value="{{ $placed->package_id }}"><button class="link" aria-label="Do without {{ $placed->name }}">Do without</button></form>@endif</td>
                    </tr>
                @endforeach
                </tbody>
            @endforeach
        </table></div>
        <details class="px-[18px] pt-6"><summary class="soft cursor-pointer">Remove this instance</summary>
            <form method="post" action="{{ route('instances.destroy', $instance) }}" class="pt-2">@csrf @method('delete')<p class="soft mb-2">Its folder with its worlds and configs is deleted for good.</p><button class="btn">Remove {{ $instance->name }}</button></form>
        </details>
    @endif
    <x-slot:beside>
        <h2 class="mb-2">Findings</h2>
        @forelse ($findings as $finding)<x-finding :finding="$finding" />@empty<p class="soft">Nothing is known to be wrong{{ $instance->applied_at ? '' : ', because nothing is there yet' }}.</p>@endforelse
    </x-slot:beside>
</x-instance>
