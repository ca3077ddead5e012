@php($here = $instance?->versions() ?? [])
@if ($page->files->isEmpty())
    <p class="soft mt-6">Nothing is here yet. A file that a depot has, too, is recognised; one that says what it is needs no word from
        you.</p>
@else
    <div class="scroll mt-4">
        <table class="grid-table plain">
            <thead>
                <tr>
                    <th>File</th>
                    <th>What it is</th>
                    <th>How that is known</th>
                    <th style="width: 170px"><span class="sr-only">Act</span></th>
                </tr>
            </thead>
            @foreach ($page->files as $file)
                <tr data-row tabindex="-1">
                    <td><a class="font-medium hover:underline" data-open href="{{ route('shelf.show', $file) }}">{{ $file->name }}</a>
                        @isset($page->games[$file->game])
                            <span class="soft">for {{ $page->games[$file->game] }}</span>
                        @endisset
                    </td>
                    <td>
                        @if ($file->state->value === 'ready')
                            <span class="name">{{ $file->found->name ?? $file->package_id }}</span>
                                <span class="ver">{{ $file->version }}</span><br>
                        @endif
                        <span class="{{ $file->state->value === 'asks' ? 'warn' : ($file->state->value === 'refused' ? 'bad'
                            : 'soft') }}">{{
                            App\View\ShelfPage::what($file) }}</span>
                    </td>
                    <td class="soft">{{ $file->problem ?? implode(' ', $file->found->why ?? []) }}</td>
                    <td class="text-right">
                        @if ($file->state->value === 'asks')
                            <a class="btn" href="{{ route('shelf.show', $file) }}">Say what it is</a>
                        @elseif ($file->state->value === 'ready' && $instance && ($here[$file->package_id] ?? '') === $file->version)
                            <span class="soft">In the line-up</span>
                        @elseif ($file->state->value === 'ready' && $instance)
                            <x-act-button :action="route('shelf.add', [$instance, $file])">{{
                                isset($here[$file->package_id]) ? 'Take this one' : 'Add it' }}</x-act-button>
                        @elseif ($file->state->value !== 'waiting')
                            <form method="post" action="{{ route('shelf.destroy', $file) }}" class="inline">@csrf @method('delete')<button
                                    class="link" aria-label="Remove {{ $file->name }}">Remove</button></form>
                        @endif
                    </td>
                </tr>
            @endforeach
        </table>
    </div>
@endif
