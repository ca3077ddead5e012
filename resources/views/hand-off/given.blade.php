<x-layout :title="$given->name">
    <main class="plain" id="main">
        <p class="soft mt-6"><a class="link underline" href="{{ route('hand-offs') }}">Hand-offs</a></p>
        <h1 class="text-2xl mb-1">{{ $given->name }}</h1>
        <p>{{ $page->sentence }}. {{ count($page->brings) }} {{ count($page->brings) === 1 ? 'package'
            : 'packages' }}{{ $page->configs() }}.</p>
        <x-given-short :page="$page" />
        @if ($page->canBeMade && $page->missing === [])
            <p class="good font-medium">All of it is to be had here.</p>
        @endif
        @if ($page->canBeMade)
            <form method="post" action="{{ route('hand-offs.make', $given) }}" class="mt-4">@csrf
                <label for="name">Call it</label>
                <input type="text" id="name" name="name" maxlength="80" required value="{{ old('name', mb_substr($given->name, 0, 80)) }}">
                <button @class(['btn', 'main-act' => $made === null])>Make an instance of it</button>
                @unless ($page->carried->launching->isNothing())
                    <fieldset class="mt-3">
                        <legend class="font-medium">Whoever gave it launches it with more</legend>
                        @foreach ($page->carried->launching->lines() as $line)
                            <p class="ver">{{ $line }}</p>
                        @endforeach
                        <label class="block mt-1"><input type="checkbox" name="launching" value="1"> Launch mine so too</label>
                        <p class="soft">These words are run on your machine. Without the tick nothing of it is kept.</p>
                    </fieldset>
                @endunless
            </form>
        @endif
        @if ($instances->isNotEmpty())
            <form method="post" action="{{ route('hand-offs.bring', $given) }}" class="mt-4">@csrf
                @if ($made)
                    <p class="mb-1">{{ $made->given_id === $given->id ? $made->name . ' was made of it.'
                        : 'It is another state of what ' . $made->name . ' was made of.' }}</p>
                @endif
                <label for="instance">{{ $made ? 'Bring an instance to it' : 'Or bring an instance to it' }}</label>
                <select id="instance" name="instance">
                    @foreach ($instances as $instance)
                        <option value="{{ $instance->id }}" @selected($instance->id === $made?->id)>{{ $instance->name }}</option>
                    @endforeach
                </select>
                <button @class(['btn', 'main-act' => $made !== null])>See what would change</button>
                <button class="btn" formaction="{{ route('hand-offs.add', $given) }}">Only add what it asks for</button>
                <p class="soft mt-1">What comes, changes and goes, row by row or all at once; nothing is on disk before it is applied.</p>
            </form>
        @endif
        @if ($page->brings !== [])
            <p class="mt-3"><x-act :action="route('hand-offs.keep', $given)">Offer it for new instances</x-act>
                <span class="soft">as a group that they can begin with</span></p>
        @endif
        <x-given-brings :page="$page" />
    </main>
</x-layout>
