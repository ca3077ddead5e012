@use('App\Installs\InstallState')
<h2 class="mt-5 mb-1" id="own-files">Where it is on this disk</h2>
@php($kept = $installs->where('state', InstallState::Kept)->unique('version'))
<p class="soft max-w-[75ch] mb-2">With the game's own files here, an instance is a whole copy of the game that takes no room but for what
    differs: mods lie over its files, and what they replace comes back. Without them an instance holds mods alone.</p>
@if ($installs->isNotEmpty())
    <div>
        <x-table :columns="['Version' => '', 'Files' => '', 'Size' => '', 'Read from' => '']" :numbers="['Files', 'Size']">
            @foreach ($installs as $one)
                <tr data-row tabindex="-1">
                    <td class="ver">{{ $one->version === '' ? 'not known' : $one->version }}</td>
                    @if ($one->state === InstallState::Kept)
                        <td class="num ver">{{ number_format($one->files) }}</td>
                        <td class="num">{{ App\View\Bytes::words($one->bytes) }}</td>
                        <td><span class="ver" style="overflow-wrap: anywhere">{{ $one->folder }}</span><span class="soft">,
                            {{ $one->kept_at->diffForHumans() }}. {{ $one->left_out }}</span>
                    @else
                        <td colspan="2" class="{{ $one->state === InstallState::Reading ? 'warn' : 'bad' }}">
                            {{ $one->state === InstallState::Reading ? 'is being read' : 'could not be read' }}</td>
                        <td><span class="ver" style="overflow-wrap: anywhere">{{ $one->folder }}</span>
                            <span class="bad">{{ $one->problem }}</span>
                    @endif
                        @if ($one->state !== InstallState::Reading)
                            <div class="acts" style="justify-content: flex-start">
                            <x-act :action="route('installs.again', [$game->id, $one->id])"
                                :label="'Read ' . $one->folder . ' again'">Read again</x-act>
                            <x-act :action="route('installs.destroy', [$game->id, $one->id])" :fields="['_method' => 'delete']"
                                :label="'Forget the files of ' . $one->version">Forget</x-act>
                            </div>
                        @endif
                    </td>
                </tr>
            @endforeach
        </x-table>
    </div>
@endif
@php($lacks = array_diff(array_map(fn ($version) => $version->version, $game->versions), $kept->pluck('version')->all()))
@if ($lacks !== [] && $kept->isNotEmpty())
    <p class="soft mt-1">Of {{ implode(', ', array_slice($lacks, -8)) }}{{ count($lacks) > 8 ? ' and ' . (count($lacks) - 8) . ' older ones'
        : '' }} nothing is kept.</p>
@endif
<form method="post" action="{{ route('installs.store', $game->id) }}" class="mt-3">@csrf
    <x-folder-field label="Its folder" id="install-path" button="Keep its files">
            <label for="install-version" class="soft">it is</label>
            <select id="install-version" name="version">
                @if ($game->installed !== [])
                    <option value="">what it says itself</option>
                @endif
                @foreach (array_reverse($game->versions) as $version)
                    <option>{{ $version->version }}</option>
                @endforeach
            </select>
    </x-folder-field>
</form>
