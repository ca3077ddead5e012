@use('Stasimon\Core\Game\Failure')
<div x-show="line !== ''" x-cloak class="teaching mt-3">
    <h2 class="text-base mb-1">Teach this line</h2>
    <p class="soft">Select a part of it that is another one each time, and say what it is. The pattern is written for you.</p>
    <input type="text" class="ver w-full mt-1" readonly x-ref="line" :value="line" aria-label="The line that is taught">
    <div class="acts mt-1" style="justify-content: flex-start">
        @foreach (['package' => 'the mod', 'version' => 'its version', 'target' => 'what it needs', 'range' => 'in which range',
            'found' => 'what is there instead', 'file' => 'a file', 'class' => 'a class', 'what' => 'what it is about'] as $group => $words)
            <button type="button" class="btn" @click="mark('{{ $group }}')">{{ $words }}</button>
        @endforeach
    </div>
    <ul>
        <template x-for="one in marks" :key="one.group"><li><span class="ver" x-text="one.text"></span> <span class="soft"
                    x-text="'is ' + one.group"></span></li></template>
    </ul>
    <div class="acts mt-1" style="justify-content: flex-start">
        <label for="teach-kind" class="soft">It means</label>
        <select id="teach-kind" x-model="kind" @change.stop>
            <option value="">say what</option>
            @foreach (Failure::cases() as $kind)
                <option value="{{ $kind->value }}">{{ strtr($kind->value, '-', ' ') }}</option>
            @endforeach
        </select>
        <button type="button" class="btn main-act" :disabled="kind === ''" @click="teach">Write the pattern</button>
        <button type="button" class="link" @click="line = ''">Leave it</button>
    </div>
</div>
<p class="soft" role="status" x-text="said"></p>
