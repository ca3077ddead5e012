@props(['instance' => null])
<div x-data="door('{{ route('door') }}', '{{ $instance?->id }}')" @dragover.window="over($event)" @drop.window="drop($event)"
    @paste.window="paste($event)" @choose.window="read([...$event.detail])" @keydown.escape.window="close">
    <form x-ref="form" class="hidden">@csrf</form>
    <div class="over" x-cloak x-show="items.length > 0" role="dialog" aria-modal="true" aria-label="What was brought"
        x-trap="items.length > 0" @click.self="close">
        <div style="width: min(720px, 94vw); max-height: 90vh; overflow: auto">
            <h2 x-text="items.length === 1 ? 'This was brought' : items.length + ' things were brought'"></h2>
            <table class="grid-table mt-2">
                <template x-for="item in items" :key="item.n">
                    <tr>
                        <td class="name" style="overflow-wrap: anywhere" x-text="item.name"></td>
                        <td class="soft" :class="item.wrong && 'bad'" x-text="item.said || item.is"></td>
                        <td class="text-right"><button type="button" class="link" x-show="item.act !== '' && !busy" x-text="item.act"
                                @click="take([item])"></button></td>
                    </tr>
                </template>
            </table>
            <p class="soft mt-2" role="status" x-text="words"></p>
            <div class="acts mt-3" style="justify-content: flex-start">
                <button type="button" class="btn main-act" x-show="takeable().length > 1" :disabled="busy" @click="take(takeable())"
                    x-text="'Do it for all ' + takeable().length"></button>
                <button type="button" class="btn" @click="close">Leave it <kbd>Esc</kbd></button>
            </div>
        </div>
    </div>
</div>
