@foreach ($found->packages as $package)
    @php($verdict = $found->verdicts[$package->id])
    <tr data-row tabindex="-1">
        <td>
            @if (!in_array($verdict->fit->value, ['there', 'off'], true))
                <input type="checkbox" name="ids[]" value="{{ $package->id }}" aria-label="Mark {{ $package->name }}">
            @endif
        </td>
        <td><a class="font-medium hover:underline" data-open
                href="{{ route('packages.show', [$instance, $package->id]) }}">{{ $package->name }}</a>
            @if ($package->kind !== 'mod')
                <span class="quiet">{{ Stasimon\Core\Catalogue\Kind::from($package->kind)->word(1) }}</span>
            @endif
            <br><span class="soft">{{ $package->summary }}</span>
        </td>
        <td class="ver">{{ $verdict->version }}</td>
        <td class="{{ match ($verdict->fit->value) {'now' => 'good','change' => 'warn','not' => 'bad',default => 'soft'} }} font-medium"
            @if ($verdict->fit->value === 'open') data-pending @endif>{{ $verdict->text }}</td>
        <td class="num soft wide-only">{{ $package->downloads ? number_format($package->downloads) : '' }}</td>
        <td class="soft wide-only whitespace-nowrap">{{ $package->published_at?->format('M Y') }}</td>
    </tr>
@endforeach
@if ($found->next !== null && $found->next < 100000)
    <tr data-more="{{ route('find', [$instance, ...$query->address(['from' => $found->next, 'shown' => ''])]) }}">
        <td></td>
        <td colspan="5"><a class="link"
                href="{{ route('find', [$instance,
                    ...$query->address(['shown' => $query->shown + App\Find\Finder::WINDOW])]) }}">{{ $query->fit !== '' ? 'Look further'
                    : 'More' }}</a>
        </td>
    </tr>
@endif
