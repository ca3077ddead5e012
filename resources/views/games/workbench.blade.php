<x-layout title="Write a definition">
    <main class="plain" id="main" style="max-width: none">
        <p class="soft mt-6"><a class="link underline" href="{{ route('games') }}">Games</a></p>
        <h1 class="text-2xl mb-2">{{ $title }}</h1>
        <form method="post" action="{{ route('games.store') }}" enctype="multipart/form-data" class="bench"
            x-data="workbench('{{ route('games.made') }}', '{{ route('games.mark') }}', '{{ route('games.schema') }}')"
            @input.debounce.400ms="read(); look()" @change="look">@csrf
            <div>
                @include('games.fields')
                <details class="all-fields mt-2" @toggle="$el.open && all()">
                    <summary class="link">All that can be said, field by field</summary>
                    <div x-ref="all"></div>
                </details>
                <label for="text" class="block mb-1 mt-3 font-medium">Its text</label>
                <textarea id="text" name="text" rows="30" maxlength="1000000" spellcheck="false" class="ver w-full" wrap="off"
                    x-ref="text">{{ old('text', $bench->text) }}</textarea>
            </div>
            <div>
                <label for="files" class="block mb-1 font-medium">Real files to try it on</label>
                <input type="file" id="files" name="files[]" multiple>
                <p class="soft mt-1 mb-2">Mods, programs, logs. They are read here, and kept only for a launch that you try.</p>
                <div x-ref="made" role="status">@include('games.made')</div>
                @include('games.teach')
                <div class="acts mt-4" style="justify-content: flex-start">
                    <button class="btn" formaction="{{ route('games.try-text') }}">See what it makes of them</button>
                    <button class="btn main-act">Keep it</button>
                </div>
                <label for="folder" class="block mt-4 mb-1 font-medium">Where it is on this disk</label>
                <input type="text" id="folder" name="folder" class="ver w-full" maxlength="1000" placeholder="/games/rowing-club"
                    value="{{ old('folder', request()->query('folder', '')) }}">
                <p class="soft mt-1">For a launch that you try: its own files are kept from there. The folder is read and never written;
                    it has to be <a class="link underline" href="{{ route('access') }}">opened</a> before.</p>
                <p class="soft mt-2">Nothing of it is run by that. Its command waits for your word.
                    <a class="link underline" href="{{ route('games.schema') }}">What can be said in it</a></p>
            </div>
        </form>
    </main>
</x-layout>
