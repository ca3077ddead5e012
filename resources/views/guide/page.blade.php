<x-layout title="Guide">
    <main class="plain guide" id="main" style="max-width: none">
        <h1 class="text-2xl mt-6 mb-2">Guide</h1>
        <p class="soft mb-4"><button type="button" class="link underline" x-data @click="$dispatch('tour')">A tour of two minutes</button>
            goes past what matters most; it can be left at any time, and is taken up where it was left.</p>
        <div class="guide-cols">
            <nav aria-label="Parts of the guide">
                @foreach ($parts as $part)
                    <a class="link" style="padding-left: {{ ($part['level'] - 2) * 12 }}px"
                        href="#{{ $part['id'] }}">{{ $part['title'] }}</a>
                @endforeach
                <a class="link" href="#words">Words</a>
            </nav>
            <div class="guide-text">
                @foreach ($parts as $part)
                    <section id="{{ $part['id'] }}">
                        @if ($part['level'] === 2)
                            <h2>{{ $part['title'] }}</h2>
                        @else
                            <h3>{{ $part['title'] }}</h3>
                        @endif
                        {!! App\View\Guide\Guide::html($part['text']) !!}
                    </section>
                @endforeach
                <section id="words">
                    <h2>Words</h2>
                    <dl class="words">
                        @foreach ($words as $word => $means)
                            <dt>{{ $word }}</dt>
                            <dd>{{ $means }}</dd>
                        @endforeach
                    </dl>
                </section>
            </div>
        </div>
    </main>
</x-layout>
