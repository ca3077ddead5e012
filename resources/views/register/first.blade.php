<div class="px-6 pt-6 max-w-[80ch]">
    <p class="text-lg" style="font-family: var(--heading)">Stasimon builds a copy of your game with the mods that you want, for one exact
        version, and finds every library and loader that they need, until it launches.</p>
    <p class="soft mt-1 mb-3">Each such copy is an <i>instance</i>, a folder of its own: nothing in it touches another one, or the game that
        you have installed. <a class="link underline" href="{{ route('guide') }}">The guide</a> says the rest, and <button
            type="button" class="link underline" x-data @click="$dispatch('tour')">a tour of two minutes</button> shows it.</p>
    <ul class="ways">
        <li><a class="link" href="{{ route('new') }}"><b>A game and a version</b></a> <span class="soft">choose them, then find mods that
                fit.</span></li>
        <li><a class="link" href="{{ route('wishes') }}"><b>Names of mods</b></a> <span class="soft">write them down, and see on which
                version and loader most of them can be.</span></li>
        <li><b>Something that you have</b> <span class="soft">drop it below: a friend's hand-off, a pack, a mod. Or
                <a class="link underline" href="{{ route('imports') }}">bring in a folder</a> that was put together elsewhere.</span></li>
    </ul>
</div>
