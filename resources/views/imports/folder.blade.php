<x-layout :title="basename($import->source)" :waits="in_array($import->state->value, ['waiting', 'making'], true)">
    <main class="plain" id="main">
        <p class="soft mt-6"><a class="link underline" href="{{ route('imports') }}">A folder from elsewhere</a></p>
        <h1 class="text-2xl mb-1">{{ basename($import->source) }}</h1>
        @if ($import->state->value === 'waiting')
            <p class="soft" role="status">It is being read. This page shows it when it is through.</p>
        @elseif ($import->state->value === 'making')
            <p class="soft" role="status">An instance is being made of it. Its archives, configs and worlds are copied.</p>
        @elseif ($import->problem)
            <p class="bad" role="status">{{ $import->problem }}</p>
        @elseif ($found)
            @php($lacksLoader = $found->loader === '' && ! $game->isItself($game->loaders[0]->id))
            <p class="sentence"><b>{{ $game->name }}</b> {{ $found->version }}{{ $lacksLoader ? ', and no loader that is known'
                : '' }}@if ($found->loader !== '') on <b>{{ $found->loaderName() }}</b> {{ $found->build }}@endif.</p>
            <p class="soft mt-1">{{ collect($found->own)->filter()
                ->map(fn ($count, $folder) => number_format($count).' '.Str::plural('file', $count).' in '.$folder)->join(', ', ' and ')
                ?: 'No configs and no worlds' }}{{ $found->games === 0 ? '' : '; '.number_format($found->games)
                .($found->games === 1 ? ' is the game\'s own' : ' are the game\'s own') }}{{ $found->others === 0 ? ''
                : '; '.number_format($found->others)
                .($found->others === 1 ? ' other stays where it is' : ' others stay where they are') }}.</p>
            @if ($import->state->value === 'ready')
                <form method="post" action="{{ route('imports.make', $import) }}" class="acts mt-3"
                    style="justify-content: flex-start">@csrf
                    <label for="name" class="font-medium">Call it</label>
                    <input type="text" id="name" name="name" value="{{ basename($import->source) }}" maxlength="120">
                    <button class="btn main-act">Make an instance of it</button>
                </form>
            @elseif ($import->instance)
                <p class="mt-3" role="status">It is {{ $import->instance->name }} now, with its configs and worlds. <a
                        class="link underline" href="{{ route('draft', $import->instance) }}">See its draft, and apply it</a></p>
            @endif
            @foreach (['unread' => 'Cannot be read', 'doubled' => 'There twice', 'superseded' => 'Older than another beside it',
                'off' => 'Kept out, by their names',
                'in' => 'In it'] as $state => $words)
                @if ($found->archives($state) !== [])
                    <h2 class="mt-5 mb-1">{{ $words }} <span class="ver quiet">{{ count($found->archives($state)) }}</span></h2>
                    <x-table :columns="['File' => '', 'What it is' => '', 'How that is known' => '']" headless>
                        @foreach ($found->archives($state) as $one)
                            <tr data-row tabindex="-1">
                                <td class="ver" style="width: 32%">{{ $one['path'] }}</td>
                                <td style="width: 26%">
                                    @if ($one['how'] === 'unread')
                                        <span class="warn">It cannot be read</span>
                                    @else
                                        {{ $one['name'] }} <span class="ver">{{ $one['version'] }}</span>
                                        @if ($one['how'] === 'unknown')
                                            <span class="warn">by its name</span>
                                        @endif
                                    @endif
                                </td>
                                <td class="soft">{{ implode(' ', $one['why']) }}</td>
                            </tr>
                        @endforeach
                    </x-table>
                @endif
            @endforeach
        @endif
    </main>
</x-layout>
