@php([$query, $found] = [$page->query, $page->found])
@if ($found->packages->isEmpty())
    <p class="px-[18px] soft">
        @if ($found->total > 0)
            None of the {{ number_format($found->looked) }} that were looked at
            {{ $query->fit === 'not' ? 'is of that kind' : 'has that verdict' }}.
        @else
            Nothing in the depots is called or described like that.
            @endif @if ($query->address(['q' => '', 'sort' => '', 'shown' => '']) !== [])
                <a class="link" href="{{ $page->plain() }}">Look without the
                    filters.</a>
            @elseif ($query->words !== '')
                Try fewer words.
            @endif
    </p>
@else
    <p class="px-[18px] pb-2 quiet" role="status">
        {{ $query->fit === '' ? '' : 'Of ' }}{{ $found->total >= App\Find\PackageSearch::COUNTED
            ? ($query->fit === '' ? 'More' : 'more') . ' than ' . number_format($found->total) . ' packages'
            : $found->total . ' ' . ($found->total === 1 ? 'package' : 'packages') }}{{ $found->near ? ', spelled nearly like that' : '' }}
        @foreach ($page->chips($depots) as $chip => $without)
            <a class="chip" href="{{ $without }}" aria-label="Not only: {{ $chip }}">{{ $chip }} <span aria-hidden="true">×</span></a>
        @endforeach
    </p>
    <div class="scroll">
        <table class="grid-table">
            <thead>
                <tr>
                    <th style="width: 42px"><input type="checkbox" aria-label="Mark all that are shown" data-all
                            x-cloak></th>
                    <th>Package</th>
                    @if ($page->instance)
                        <th style="width: 104px">Release</th>
                        <th style="width: 290px">Here <x-help of="Here" key="here" /></th>
                    @else
                        <th style="width: 330px">For</th>
                    @endif
                    <th class="{{ $query->sort === 'size' ? '' : 'wide-only' }} num" style="width: 74px">Size</th>
                    <th class="wide-only num" style="width: 112px">Downloads</th>
                    <th class="wide-only" style="width: 84px">Updated</th>
                </tr>
            </thead>
            <tbody data-rows>@include('find.rows')</tbody>
        </table>
    </div>
@endif
