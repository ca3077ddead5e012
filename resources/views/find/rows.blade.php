@php([$query, $found, $instance] = [$page->query, $page->found, $page->instance])
@php(app(App\Pictures\Pictures::class)->of($found->packages->pluck('id')->all()))
@foreach ($found->packages as $package)
    @php($verdict = $found->verdicts[$package->id] ?? null)
    <tr data-row tabindex="-1">
        <td>
            @if ($page->isOpen($package->id))
                <input type="checkbox" name="ids[]" value="{{ $package->id }}" aria-label="Mark {{ $package->name }}">
            @endif
        </td>
        <td>
            <span class="float-left mr-3 mt-1">{!! App\View\Drawn::ofPackage($package->id, 32) !!}</span>
            <div class="flow-root">
            @if ($instance)
                <a class="font-medium hover:underline" data-open
                    href="{{ route('packages.show', [$instance, $package->id]) }}">{{ $package->name }}</a>
            @else
                <span class="font-medium">{{ $package->name }}</span>
            @endif
            @if ($package->kind !== 'mod')
                <span class="quiet">{{ Stasimon\Core\Catalogue\Kind::from($package->kind)->word(1) }}</span>
            @endif
            <br><span class="soft">{{ $package->summary }}</span>
            @foreach (array_slice($page->notices[$package->id] ?? [], 0, 2) as $one)
                <br><span class="{{ $one->notice->kind->value === 'fine' ? 'good' : 'warn' }}">{{ ucfirst($one->notice->kind->short()) }}:
                    {{ $one->sentence() }}</span> <span class="quiet">{{ $one->saying() }}</span>
            @endforeach
            </div>
        </td>
        @if ($verdict)
        <td class="ver">
            <a class="hover:underline" href="{{ route('packages.show', [$instance, $package->id]) }}#releases"
                data-behind="{{ route('packages.releases', [$instance, $package->id]) }}" aria-expanded="false"
                aria-label="Releases of {{ $package->name }}">{{ $verdict->version ?: 'none' }} <span class="quiet"
                    aria-hidden="true">▾</span></a>
        </td>
        <td class="{{ match ($verdict->fit->value) {'now' => 'good','change' => 'warn','not' => 'bad',default => 'soft'} }} font-medium"
            @if ($verdict->fit->value === 'open') data-pending @endif>{{ $verdict->text }}</td>
        @else
            <td class="soft">
                @if ($page->isWished($package->id))
                    <span class="good font-medium">on the list</span><br>
                @endif{{ $page->supports($package->id) }}
            </td>
        @endif
        <td class="num soft {{ $query->sort === 'size' ? '' : 'wide-only' }}">{{ $package->size ? App\View\Bytes::words($package->size) : ''
            }}</td>
        <td class="num soft wide-only">{{ $package->downloads ? number_format($package->downloads) : '' }}
            @if ($page->trend($package) !== '')
                <br><span class="quiet whitespace-nowrap">{{ $page->trend($package) }}</span>
            @endif
        </td>
        <td class="soft wide-only whitespace-nowrap">{{ $package->published_at?->format('M Y') }}</td>
    </tr>
@endforeach
@if ($found->next !== null && $found->next < 100000)
    <tr data-more="{{ $page->to(['from' => $found->next, 'shown' => '']) }}">
        <td></td>
        <td colspan="6"><a class="link"
                href="{{ $page->to(['shown' => $query->shown + App\Find\Finder::WINDOW]) }}">{{ $query->fit !== '' ? 'Look further'
                    : 'More' }}</a>
        </td>
    </tr>
@endif
