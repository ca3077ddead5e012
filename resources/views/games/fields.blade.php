<details class="taught-fields" open>
    <summary class="link">Fields</summary>
    <p class="soft" x-show="!readable">The text is no JSON just now, so the fields wait until it is.</p>
    <div class="field">
        <label for="f-name" class="font-medium">Its name</label>
        <input type="text" id="f-name" class="ver" :value="fields.name" @input.stop="put('name', $el.value)"
            :disabled="!readable" maxlength="500">
        <p class="soft">as in Rowing Club</p>
    </div>
    <div class="field">
        <label for="f-id" class="font-medium">Its id</label>
        <input type="text" id="f-id" class="ver" :value="fields.id" @input.stop="put('id', $el.value)"
            :disabled="!readable" maxlength="500">
        <p class="soft">small letters and hyphens, as in rowing-club</p>
    </div>
    <div class="field">
        <label for="f-versions" class="font-medium">Versions, the oldest first</label>
        <textarea id="f-versions" rows="3" class="ver" :value="fields.versions" @input.stop="put('versions', $el.value)"
            :disabled="!readable"></textarea>
        <p class="soft">one on each line, as it says itself: 2.4.7</p>
    </div>
    <div class="field">
        <label for="f-mods" class="font-medium">Mods lie in the folder</label>
        <input type="text" id="f-mods" class="ver" :value="fields.mods" @input.stop="put('mods', $el.value)"
            :disabled="!readable" maxlength="500">
        <p class="soft">as in mods, or scripts</p>
    </div>
    <div class="field">
        <label for="f-loose" class="font-medium">They lie there as</label>
        <select id="f-loose" :value="fields.loose" @change.stop="put('loose', $el.value)" :disabled="!readable">
            <option value="">archives</option>
            <option value="yes">files, taken out of their archives</option>
            <option value="each">a folder for each, taken out of its archive</option>
        </select>
    </div>
    <div class="field">
        <label for="f-own" class="font-medium">Folders that are yours in it, one on each line</label>
        <textarea id="f-own" rows="2" class="ver" :value="fields.own" @input.stop="put('own', $el.value)"
            :disabled="!readable"></textarea>
        <p class="soft">settings and saved games: config, saves. They are carried over and never written over</p>
    </div>
    <div class="field">
        <label for="f-written" class="font-medium">Files of its own that it writes into, one on each line</label>
        <textarea id="f-written" rows="2" class="ver" :value="fields.written" @input.stop="put('written', $el.value)"
            :disabled="!readable"></textarea>
        <p class="soft">as in *.ini. Each instance has a copy of them</p>
    </div>
    <div class="field">
        <label for="f-launch" class="font-medium">Started by, one word on each line</label>
        <textarea id="f-launch" rows="3" class="ver" :value="fields.launch" @input.stop="put('launch', $el.value)"
            :disabled="!readable"></textarea>
        <p class="soft">{dir} is the instance's folder: {dir}/game.exe</p>
    </div>
    <div class="field">
        <label for="f-log" class="font-medium">Its log is in the file</label>
        <input type="text" id="f-log" class="ver" :value="fields.log" @input.stop="put('log', $el.value)"
            :disabled="!readable" maxlength="500">
        <p class="soft">below its folder, as in game.log. Nothing where it prints all of it</p>
    </div>
    <div class="field">
        <label for="f-up" class="font-medium">It is up when a line says</label>
        <input type="text" id="f-up" class="ver" :value="fields.up" @input.stop="put('up', $el.value)"
            :disabled="!readable" maxlength="500">
        <p class="soft">a pattern, as in /ready to play/. Nothing where it ends by itself</p>
    </div>
</details>
