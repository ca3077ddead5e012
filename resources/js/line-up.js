// The line-up's table: what is marked, and rows hidden while a person types, with the words kept in the address.
export function lineUp() {
    return {
        marked: 0,
        allOff: false,

        init() {
            this.count();
        },

        boxes() {
            return [...this.$root.querySelectorAll('input[name="ids[]"]')];
        },

        count() {
            const checked = this.boxes().filter(box => box.checked);
            const off = checked.filter(box => box.closest('tr').dataset.state === 'off');
            this.marked = checked.length;
            this.allOff = checked.length > 0 && off.length === checked.length;
        },

        all(on) {
            this.boxes().forEach(box => (box.checked = on && !box.closest('tr').hidden));
            this.count();
        },

        only() {
            const words = this.$refs.words.value.trim().toLowerCase();
            this.$root.querySelectorAll('tr[data-words]').forEach(row => (row.hidden = !row.dataset.words.includes(words)));
            this.$root.querySelectorAll('tbody').forEach(group => (group.hidden = !group.querySelector('tr[data-words]:not([hidden])')));
            const address = new URL(location.href);
            words ? address.searchParams.set('q', words) : address.searchParams.delete('q');
            history.replaceState(null, '', address);
        },
    };
}
