{{-- What the packages that a draft brings suggest beside them. --}}
@inject('suggestions', 'App\Find\Suggestions')
@php($coming = array_map(fn($one) => $one->package->id, $page->selected(App\View\Drafts\DraftChange::Comes)))
@php($rows = $coming === [] ? [] : array_filter($suggestions->of($instance, $coming), fn($one) => !$one->isLeft))
@if ($rows !== [])
    <h2 class="px-[18px] pt-4 mb-1">What comes suggests <x-help of="Suggested" key="suggested" /></h2>
    <div class="px-[18px]">@include('suggestions.rows', ['rows' => array_slice($rows, 0, 6)])</div>
    @if (count($rows) > 6)
        <p class="px-[18px] pt-1"><a class="link underline" href="{{ route('suggestions', $instance) }}">All
                {{ count($rows) }}</a></p>
    @endif
@endif
