@php($package = $page->package)
<tr class="more" data-releases>
    <td></td>
    <td colspan="6" class="pb-2">
        @php($none = true)
        <ul aria-label="Releases of {{ $package->title() }} for this base">
            @foreach ($page->matrix->rows as $r => $row)
                @continue(!$page->matrix->isForHere($r))
                @php($none = false)
                @php($file = ($page->files[$row['version']] ?? collect())->first())
                <li class="py-0.5 flex flex-wrap gap-x-4">
                    <span class="ver" style="min-width: 110px">{{ $row['version'] }}</span>
                    <span class="soft" style="min-width: 56px">{{ $row['channel'] }}</span>
                    <span class="soft" style="min-width: 96px">{{ $file?->published_at?->isoFormat('D MMM YYYY') }}</span>
                    <span class="soft num" style="min-width: 64px">{{ $file ? App\View\Bytes::words($file->file_size) : '' }}</span>
                    @if ($row['here'])
                        <span class="soft">{{ $page->isHere() ? 'is here' : 'would come' }}</span>
                    @endif
                    @foreach (array_slice($page->saidOf($row['version']), 0, 2) as $one)
                        <span class="{{ $one->notice->kind->value === 'fine' ? 'good' : 'warn' }}"
                            title="{{ $one->notice->text }}">{{ $one->notice->kind->short() }}</span>
                    @endforeach
                    @if (!$page->isOff() && !($page->isWanted() && $page->range() === $package->exactly($row['version'])))
                        <button type="button" class="link" data-id="{{ $package->id }}"
                            data-exactly="{{ $package->exactly($row['version']) }}"
                            aria-label="Use exactly {{ $package->title() }} {{ $row['version'] }}">Use exactly this</button>
                    @endif
                </li>
            @endforeach
        </ul>
        @if ($none)
            <span class="soft">None of its {{ count($package->releases) }} is for this base.</span>
        @endif
        <a class="link" href="{{ route('packages.show', [$instance, $package->id]) }}#releases">All of them</a>
    </td>
</tr>
