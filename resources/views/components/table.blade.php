{{-- A table of rows that can be walked by key. columns: heading => width, or nothing; acts: width of a last column of buttons. --}}
@props(['columns', 'numbers' => [], 'acts' => null, 'headless' => false])
<div class="scroll">
    <table {{ $attributes->class('grid-table plain') }}>
        <thead @class(['sr-only' => $headless])>
            <tr>
                @foreach ($columns as $heading => $width)
                    <th @class(['num' => in_array($heading, $numbers, true)])
                        @if ($width) style="width: {{ $width }}" @endif>{{ $heading }}</th>
                @endforeach
                @if ($acts)
                    <th style="width: {{ $acts }}"><span class="sr-only">Act</span></th>
                @endif
            </tr>
        </thead>
        <tbody>{{ $slot }}</tbody>
    </table>
</div>
