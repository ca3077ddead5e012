<x-layout title="The store">
    <main class="plain" id="main">
        <h1 class="text-2xl mt-6 mb-1">The store <x-help of="The store" key="store" /></h1>
        <p class="soft max-w-[75ch] mb-3">Every file that was fetched, made or kept is here once, whatever uses it: instances, restore
            points, backups, packs, drafts, your shelf. What none of these needs can go; releases are fetched again when somebody
            wants them.</p>
        <div role="status" @if ($task) x-data="refresh('{{ route('store.said') }}')" @endif>@include('care.said')</div>
        <form method="post" action="{{ route('store.clean-up') }}" class="acts mt-3" style="justify-content: flex-start">@csrf
            <button class="btn main-act" name="act" value="look">Look again</button>
            @if ($last && $last['unused'] + $last['parts'] > 0)
                <button class="btn" name="act" value="free">Free
                    {{ App\View\Bytes::words($last['unusedBytes'] + $last['partBytes']) }}</button>
            @endif
            <button class="btn" name="act" value="read">Read every file</button>
        </form>
    </main>
</x-layout>
