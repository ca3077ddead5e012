<form method="post" action="{{ route('notices.say', $instance) }}" class="grid gap-2 py-2">
    @csrf
    <input type="hidden" name="about" value="{{ $package->id }}">
    <input type="hidden" name="release" value="{{ $page->release() }}">
    <label>What is so <select name="kind">
            @foreach (App\Http\Notices\NoticeRequest::KINDS as $kind => $words)
                <option value="{{ $kind }}" @selected(old('kind', request('beside') ? 'apart' : null) === $kind)>{{ $words }}</option>
            @endforeach
        </select></label>
    <label>In which releases <select name="which">
            @if ($page->release() !== null)
                <option value="this">{{ $page->release() }}</option>
                <option value="since" @selected(old('which') === 'since')>{{ $page->release() }} and newer</option>
            @endif
            <option value="all" @selected(old('which') === 'all')>all</option>
        </select></label>
    <label>Beside <select name="beside">
            <option value="">whatever</option>
            @foreach ($page->others(App\View\Asked::words(request(), 'beside', 200)) as $id => $name)
                <option value="{{ $id }}" @selected(old('beside', request('beside')) === (string) $id)>{{ $name }}</option>
            @endforeach
        </select></label>
    <label><input type="checkbox" name="here" value="1" @checked(old('here'))> in {{ $instance->plan->base->gameVersion }} alone</label>
    <label>In words <input type="text" name="text" required maxlength="{{ Stasimon\Core\Document\Limits::REMARK }}" class="w-full"
            value="{{ old('about') === $package->id ? old('text') : '' }}" placeholder="It freezes when the fog lifts"></label>
    <p class="soft">It is told in every instance where it holds, and stands in the list that <a class="link underline"
            href="{{ route('notices') }}">you can give away</a>.</p>
    <button class="btn justify-self-start">Say so</button>
</form>
