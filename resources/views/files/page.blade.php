<x-instance :instance="$instance" part="files" title="Files" quiet>
    <h1 class="sr-only">Files</h1>
    @if ($instance->applied_at === null)
        <p class="px-[18px] soft max-w-xl">The folder is empty until the first draft is applied. After that every file in it stands here,
            with the package that it comes from.</p>
    @else
        <form class="tools" action="{{ route('files', $instance) }}" role="search">
            <span class="seg">
                @foreach (['' => 'All', 'touched' => 'Changed by hand', 'contested' => 'Brought by several',
                    'own' => 'Yours, or the game\'s', 'bin' => 'In the bin'] as $one => $words_)
                    <a href="{{ route('files', [$instance, ...array_filter(['only' => $one, 'q' => $words])]) }}"
                        @if ($only === $one) aria-current="true" @endif>{{ $words_ }} <span
                            class="ver">{{ $counts[$one] }}</span></a>
                @endforeach
            </span>
            <input type="hidden" name="only" value="{{ $only }}">
            <input type="search" name="q" value="{{ $words }}" aria-label="Part of a path or a package" class="w-56"
                placeholder="Part of a path, or a package" data-key="/" maxlength="200">
        </form>
        <form method="post" action="{{ route('files.repair', $instance) }}" class="px-[18px] pb-2">@csrf
            <button class="link">Read every file, and lay anew what is damaged</button>
            <span class="soft">{{ $read }}</span>
        </form>
        <form method="post" action="{{ route('draft.anew', $instance) }}" class="px-[18px] pb-2">@csrf
            <button class="link">Lay everything anew, as a draft</button>
            <span class="soft">What was put among the mods by hand goes into the bin; everything else that is yours stays.</span>
        </form>
        @if ($only === 'bin')
            <p class="px-[18px] soft max-w-2xl">What was not laid by Stasimon and had to make room, or was taken out. It stays here
                until you have it back or delete it.</p>
            @if ($binned === [])
                <p class="px-[18px] soft pt-2">
                    {{ $words !== '' ? 'Nothing in the bin is called like that.' : 'Nothing is in the bin.' }}</p>
            @else
                <div class="scroll">
                    <table class="grid-table" aria-label="In the bin">
                        <thead>
                            <tr>
                                <th>Path</th>
                                <th style="width: 260px">Why</th>
                                <th style="width: 120px">When</th>
                                <th class="num" style="width: 84px">Size</th>
                                <th style="width: 240px"><span class="sr-only">Act</span></th>
                            </tr>
                        </thead>
                    @foreach (array_slice($binned, 0, 500) as $one)
                        <tr data-row tabindex="-1">
                            <td class="ver" style="overflow-wrap: anywhere">{{ mb_scrub($one->path) }}</td>
                            <td class="soft">{{ $one->why }}</td>
                            <td class="soft">{{ $one->at->diffForHumans() }}</td>
                            <td class="num">{{ App\View\Bytes::words($one->size) }}</td>
                            <td class="text-right whitespace-nowrap">
                                <x-act :action="route('files.back', $instance)" :fields="['key' => $one->key]"
                                    :label="'Have ' . mb_scrub($one->path) . ' back'">Have it back</x-act> &nbsp;
                                <a class="link" href="{{ route('files.binned', [$instance, 'key' => $one->key]) }}"
                                    aria-label="Download {{ mb_scrub($one->path) }}">Download</a> &nbsp;
                                <x-act :action="route('files.erase', $instance)" :fields="['key' => $one->key]"
                                    :label="'Delete ' . mb_scrub($one->path) . ' for good'">Delete</x-act>
                            </td>
                        </tr>
                    @endforeach
                    </table>
                </div>
            @endif
        @elseif ($files->isEmpty())
            <p class="px-[18px] soft">
                {{ $words !== '' ? 'No file here is called like that.'
                    : ['touched' => 'No file that was placed has been changed or is gone.',
                    'contested' => 'No path is brought by more than one package.',
                    'own' => 'The game has not written anything of its own yet.'][$only] ?? 'None.' }}
            </p>
        @else
            <div class="scroll">
                <table class="grid-table">
                    <thead>
                        <tr>
                            <th>Path</th>
                            <th style="width: 220px">Comes from</th>
                            <th style="width: 210px">State</th>
                            <th class="num" style="width: 84px">Size</th>
                            <th style="width: 110px"><span class="sr-only">Act</span></th>
                        </tr>
                    </thead>
                    <tbody>
                        @foreach ($files->take(1000) as $file)
                            <tr data-row tabindex="-1">
                                <td class="ver" style="overflow-wrap: anywhere">{{ $file->path }}</td>
                                <td>
                                    @if ($file->package)
                                        <a class="hover:underline"
                                            href="{{ route('packages.show', [$instance, $file->package]) }}">{{ $file->name }}</a>
                                        @if ($file->over !== [])
                                            <br><span class="soft">wins over {{ implode(', ', $file->over) }}</span>
                                    @endif @else<span class="quiet">you, or the game</span>
                                    @endif
                                </td>
                                <td class="{{ ['Changed' => 'warn', 'Missing' => 'bad'][$file->state->name] ?? 'soft' }}">
                                    {{ $file->state->words() }}</td>
                                <td class="num">{{ App\View\Bytes::words($file->size) }}</td>
                                <td class="text-right">
                                    @if ($file->state->name === 'Changed')
                                        <x-act :action="route('files.keep', $instance)" :fields="['path' => $file->path]"
                                            :label="'Keep ' . $file->path">Keep</x-act> &nbsp;
                                    @endif
                                    @if ($file->state->name === 'Kept')
                                        <x-act :action="route('files.unkeep', $instance)" :fields="['path' => $file->path]"
                                            :label="'Do not keep ' . $file->path">Do not keep</x-act>
                                    @endif
                                    @if ($file->state->isDisturbed())
                                        <x-act :action="route('draft.put-back', $instance)" :label="'Put back ' . $file->path">Put
                                            back</x-act>
                                    @endif
                                </td>
                            </tr>
                        @endforeach
                    </tbody>
                </table>
            </div>
            @if ($files->count() > 1000)
                <p class="px-[18px] soft pt-2">The first 1,000 of {{ number_format($files->count()) }}. Look for part of a path to see the
                    others.</p>
            @endif
        @endif
    @endif
</x-instance>
