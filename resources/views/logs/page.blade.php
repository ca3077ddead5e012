<x-layout title="Logs from elsewhere">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-1">Logs from elsewhere</h1>
        <p class="soft max-w-[75ch] mb-4">A log or a crash report of your own or of a friend: as it is, in gzip or in a ZIP archive, up to
            50
            MB. It is read here and goes nowhere.</p>
        <form method="post" action="{{ route('logs.store') }}" enctype="multipart/form-data" class="drop" x-data="drop"
            @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="take($event)" :class="over && 'over'">@csrf
            <div class="acts" style="justify-content: flex-start">
                <label for="log" class="font-medium">Drop a file here, or choose one</label>
                <input type="file" id="log" name="log" x-ref="file" @error('log') aria-invalid="true" @enderror>
            </div>
            <label for="text" class="block mt-3 font-medium">Or paste its text</label>
            <textarea id="text" name="text" rows="5" maxlength="2000000" spellcheck="false" class="ver w-full">{{ old('text') }}</textarea>
            <div class="acts mt-3" style="justify-content: flex-start">
                <label for="instance">Read it against</label>
                <select id="instance" name="instance">
                    <option value="">no instance</option>
                    @foreach ($instances as $one)
                        <option value="{{ $one->id }}" @selected(old('instance', $chosen) === $one->id)>{{ $one->name }}</option>
                    @endforeach
                </select>
                <label for="game">of the game</label>
                <select id="game" name="game">
                    @foreach ($games as $id => $name)
                        <option value="{{ $id }}" @selected(old('game') === (string) $id)>{{ $name }}</option>
                    @endforeach
                </select>
                <button class="btn main-act">Read it</button>
            </div>
            <p class="soft mt-2">Against an instance, Stasimon knows whose code is whose, and what would help becomes a draft. The game
                counts where no instance is chosen.</p>
        </form>
        @if ($logs->isNotEmpty())
            <h2 class="mt-6 mb-1">Read before</h2>
            <x-table :columns="['Log' => '', 'Against' => '', 'When' => '']" acts="90px">
                @foreach ($logs as $one)
                    <tr data-row tabindex="-1">
                        <td><a class="font-medium hover:underline" data-open
                                href="{{ route('logs.show', $one) }}">{{ $one->name }}</a>
                            @if ($one->problem)
                                <span class="bad">{{ $one->problem }}</span>
                            @endif
                        </td>
                        <td class="soft">{{ $one->instance->name ?? 'no instance' }}</td>
                        <td class="soft">{{ $one->created_at->diffForHumans() }}</td>
                        <td>
                            <form method="post" action="{{ route('logs.destroy', $one) }}" class="inline">@csrf
                                @method('delete')<button class="link" aria-label="Remove {{ $one->name }}">Remove</button></form>
                        </td>
                    </tr>
                @endforeach
            </x-table>
        @endif
        @if ($lessons->isNotEmpty())
            <h2 class="mt-6 mb-1">What you have said of failures</h2>
            <p class="soft max-w-[75ch] mb-2">When the same lines come again, the mod that you named is shown beside what the log says.
                <a class="link underline" href="{{ route('lessons') }}">Save them as a file</a></p>
            <x-table :columns="['The line begins like' => '', 'It was' => '']" acts="90px">
                @foreach ($lessons as $one)
                    <tr data-row tabindex="-1">
                        <td class="ver">{{ $one->line }}</td>
                        <td>{{ $one->title }}</td>
                        <td>
                            <form method="post" action="{{ route('lessons.destroy', $one->id) }}" class="inline">@csrf
                                @method('delete')<button class="link"
                                    aria-label="Forget that it was {{ $one->title }}">Forget</button></form>
                        </td>
                    </tr>
                @endforeach
            </x-table>
        @endif
    </main>
</x-layout>
