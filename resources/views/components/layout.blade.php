@props(['title', 'instance' => null, 'waits' => false])
@php($theme = request()->cookie('theme') === 'dark' ? 'dark' : 'light')
<!doctype html>
<html lang="en" data-theme="{{ $theme }}">

<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>{{ $title }} · Stasimon</title>
    <link rel="icon" href="data:,">
    @vite(['resources/css/app.css', 'resources/js/app.js'])
</head>

<body x-data="keys" @keydown.window="press($event)" @if ($instance) data-instance="{{ $instance->id }}" @endif>
    <a class="skip" href="#main">To the content</a>
    <header class="top">
        <a class="wordmark" href="{{ route('register') }}">Stasimon</a>
        <x-bar />
        <x-ask :instance="$instance" />
        <div class="soft" role="status" x-data="watchTasks('{{ route('tasks') }}', {{ $waits ? 'true' : 'false' }})" @if ($waits) data-waits
            @endif></div>
        <button type="button" class="link" x-data="theme('{{ $theme }}')" @click="turn"
            x-text="now === 'dark' ? 'Light' : 'Dark'">{{ $theme === 'dark' ? 'Light' : 'Dark' }}</button>
        <button type="button" class="link" @click="help = ! help" aria-label="Show the places and keys"><kbd>?</kbd></button>
    </header>
    @if (session('said'))
        <div class="said" role="status">{{ session('said') }} @if (session('undo'))
                <form method="post" action="{{ session('undo')[1] }}" class="inline">@csrf<button
                        class="link">{{ session('undo')[0] }}</button></form>
            @endif
        </div>
    @endif
    @if (isset($errors) && $errors->any())
        <div class="said wrong" role="alert">
            @foreach ($errors->all() as $error)
                <p>{{ $error }}</p>
            @endforeach
        </div>
    @endif
    {{ $slot }}
    <div class="tellings" role="region" aria-label="What is new" aria-live="polite" data-tellings
        data-token="{{ csrf_token() }}" x-data="tellings"></div>
    <x-tour />
    <x-door :instance="$instance" />
    <div class="over" x-cloak x-show="help" @click.self="help = false" role="dialog" aria-modal="true" aria-label="Places and keys"
        x-trap="help">
        <div class="wide">
            <div class="columns">
                @if ($instance)
                    <section>
                        <h2>Of {{ $instance->name }}</h2>
                        <x-places :places="App\View\Places\Places::instance()" :instance="$instance" />
                    </section>
                @endif
                <section>
                    <h2>Of the house</h2>
                    <x-places :places="App\View\Places\Places::house()" />
                </section>
                <section>
                    <h2>Keys</h2>
                    <table class="mt-1">
                        @foreach (App\View\Places\Places::ACTS as $key => $does)
                            <tr>
                                <td class="pr-3"><kbd>{{ $key }}</kbd></td>
                                <td>{{ $does }}</td>
                            </tr>
                        @endforeach
                    </table>
                </section>
            </div>
            <button type="button" class="btn mt-3" @click="help = false">Close <kbd>Esc</kbd></button>
        </div>
    </div>
</body>

</html>
