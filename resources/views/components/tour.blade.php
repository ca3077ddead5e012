<div x-data="tour('{{ route('tour') }}')" @tour.window="begin()">
    <template x-if="step">
        <section class="tour" role="dialog" aria-label="Tour" @keydown.escape="leave()">
            <h2 x-text="step.title"></h2>
            <p x-show="isHere" x-text="step.text" class="mt-1"></p>
            <p x-show="! isHere" class="mt-1 soft">The tour goes on where this is.</p>
            <div class="acts mt-3">
                <span class="soft ver" x-text="`${at + 1} of ${steps.length}`"></span>
                <button type="button" class="link" @click="leave()">Leave</button>
                <span class="flex-1"></span>
                <button type="button" class="btn" x-show="at > 0" @click="go(at - 1)">Back</button>
                <button type="button" class="btn main-act" x-show="! isHere" @click="go(at)">Go there</button>
                <button type="button" class="btn main-act" x-show="isHere && at < steps.length - 1" @click="go(at + 1)">Next</button>
                <button type="button" class="btn main-act" x-show="isHere && at === steps.length - 1" @click="leave()">Done</button>
            </div>
        </section>
    </template>
</div>
