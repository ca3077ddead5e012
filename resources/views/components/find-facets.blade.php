@props(['query', 'categories', 'depots', 'fits' => false])
        @foreach ([
    ...($fits ? ['fit' => ['Here', ['' => 'fits or not'] + App\Find\Query::FITS]] : []),
    'kind' => ['Kind', ['' => 'every kind'] + collect(App\Find\Query::KINDS)->mapWithKeys(fn($kind) => [$kind->value =>
        $kind->word(2)])->all()],
    'category' => ['About', ['' => 'about anything'] + array_combine($categories, $categories)],
    'side' => ['Side', ['' => 'any side', 'client' => 'client only', 'server' => 'server only', 'both' => 'both sides']],
    'depot' => ['Depot', ['' => 'every depot'] + $depots->pluck('name', 'slug')->all()],
    'new' => ['Came since you last looked', App\Find\Query::NEWS],
    'sort' => ['By', App\Find\Query::SORTS],
] as $field => [$words, $options])
            <span class="facet"><label class="sr-only" for="by-{{ $field }}">{{ $words }}</label> <select
                    id="by-{{ $field }}" name="{{ $field }}">
                    @foreach ($options as $value => $option)
                        <option value="{{ $value }}" @selected($query->{$field} === (string) $value)>{{ $option }}</option>
                    @endforeach
                </select></span>
        @endforeach
