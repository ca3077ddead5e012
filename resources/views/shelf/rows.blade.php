@if ($page->files->isEmpty())
    <p class="soft mt-6">Nothing is here yet. A file that a depot has, too, is recognised; one that says what it is needs no word from
        you.</p>
@else
    @php($fitting = $instance ? $page->fitting() : [])
    <div x-data="marks" @click="mark($event)">
        <form id="marked" method="post" action="{{ route('shelf.remove-many') }}">@csrf</form>
        <div class="acts mt-4" style="justify-content: flex-start">
            @if ($fitting !== [])
                <form method="post" action="{{ route('shelf.add-many', $instance) }}">@csrf
                    @foreach ($fitting as $id)
                        <input type="hidden" name="files[]" value="{{ $id }}">
                    @endforeach
                    <button class="btn main-act">{{ count($fitting) === 1 ? 'Add the one that fits'
                        : 'Add all ' . count($fitting) . ' that fit' }}</button>
                </form>
            @endif
            <span class="acts" x-cloak x-show="marked > 0">
                <b x-text="marked + ' marked'"></b>
                @if ($instance)
                    <button class="btn" form="marked" formaction="{{ route('shelf.add-many', $instance) }}">Add them</button>
                @endif
                <button class="btn" form="marked">Remove them</button>
            </span>
        </div>
        <div class="scroll mt-2">
            <table class="grid-table plain">
                <thead>
                    <tr>
                        <th style="width: 34px"><input type="checkbox" data-all aria-label="Mark all that are shown"></th>
                        <th>File</th>
                        <th>What it is</th>
                        @if ($instance)
                            <th style="width: 190px">Here <x-help of="Here" key="here" /></th>
                        @endif
                        <th>How that is known</th>
                        <th style="width: 150px"><span class="sr-only">Act</span></th>
                    </tr>
                </thead>
                @foreach ($page->files as $file)
                    @php($verdict = $page->verdict($file))
                    <tr data-row tabindex="-1">
                        <td><input type="checkbox" name="files[]" value="{{ $file->id }}" form="marked" data-mark
                                aria-label="Mark {{ $file->name }}"></td>
                        <td><a class="font-medium hover:underline" data-open
                                href="{{ route('shelf.show', $file) }}">{{ $file->name }}</a>
                            @isset($page->games[$file->game])
                                <span class="soft">for {{ $page->games[$file->game] }}</span>
                            @endisset
                        </td>
                        <td>
                            @if ($file->state->value === 'ready')
                                <span class="name">{{ $file->found->name ?? $file->package_id }}</span>
                                <span class="ver">{{ $file->version }}</span><br>
                            @endif
                            <span class="{{ match ($file->state->value) { 'asks' => 'warn', 'refused' => 'bad', default => 'soft' } }}">{{
                                App\View\ShelfPage::what($file) }}</span>
                        </td>
                        @if ($instance)
                            <td>
                                @if ($file->state->value === 'ready' && $page->isHere($file))
                                    <span class="soft">in the line-up</span>
                                @elseif ($verdict)
                                    <span class="{{ match ($verdict->fit->value) { 'now' => 'good', 'change' => 'warn', 'not' => 'bad',
                                        default => 'soft' } }}">{{ $verdict->text }}</span>
                                    @if ($verdict->version !== '' && $verdict->version !== $file->version)
                                        <span class="soft">as {{ $verdict->version }}</span>
                                    @endif
                                @endif
                            </td>
                        @endif
                        <td class="soft">{{ $file->problem ?? implode(' ', $file->found->why ?? []) }}</td>
                        <td class="text-right">
                            @if ($file->state->value === 'asks')
                                <a class="btn" href="{{ route('shelf.show', $file) }}">Say what it is</a>
                            @elseif ($file->state->value === 'ready' && $instance && ! $page->isHere($file))
                                <x-act-button :action="route('shelf.add', [$instance, $file])">Add it</x-act-button>
                            @elseif ($file->state->value !== 'waiting' && ! ($instance && $page->isHere($file)))
                                <form method="post" action="{{ route('shelf.destroy', $file) }}" class="inline">@csrf
                                    @method('delete')<button class="link" aria-label="Remove {{ $file->name }}">Remove</button></form>
                            @endif
                        </td>
                    </tr>
                @endforeach
            </table>
        </div>
    </div>
@endif
