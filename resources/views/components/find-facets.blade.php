@props(['query', 'categories', 'depots', 'fits' => false])
        @foreach ([
    ...($fits ? ['fit' => ['Here', App\Find\Query::FITS]] : []),
    'kind' => ['Kind', ['' => 'all'] + collect(App\Find\Query::KINDS)->mapWithKeys(fn($kind) => [$kind->value =>
        $kind->word(2)])->all()],
    'category' => ['About', ['' => 'anything'] + array_combine($categories, $categories)],
    'side' => ['Side', ['' => 'any', 'client' => 'client only', 'server' => 'server only', 'both' => 'both']],
    'depot' => ['Depot', ['' => 'all'] + $depots->pluck('name', 'slug')->all()],
    'sort' => ['By', App\Find\Query::SORTS],
] as $field => [$words, $options])
            <span class="facet"><label class="soft" for="by-{{ $field }}">{{ $words }}</label> <select
                    id="by-{{ $field }}" name="{{ $field }}">
                    @foreach ($options as $value => $option)
                        <option value="{{ $value }}" @selected($query->{$field} === (string) $value)>{{ $option }}</option>
                    @endforeach
                </select></span>
        @endforeach
