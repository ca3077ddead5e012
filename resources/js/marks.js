// Rows that are marked: all at once by the box above them, a range with Shift from the one that was marked last.
export function marks() {
    return {
        marked: 0,
        last: null,

        init() {
            this.count();
        },

        boxes() {
            return [...this.$root.querySelectorAll('[data-mark]')].filter(box => !box.disabled && !box.closest('tr').hidden);
        },

        count() {
            this.marked = this.boxes().filter(box => box.checked).length;
        },

        mark(event) {
            const boxes = this.boxes();
            if (event.target.matches('[data-all]')) {
                boxes.forEach(box => (box.checked = event.target.checked));
            } else if (boxes.includes(event.target)) {
                const [from, to] = [boxes.indexOf(this.last), boxes.indexOf(event.target)].sort((a, b) => a - b);
                event.shiftKey && from >= 0 && boxes.slice(from, to + 1).forEach(box => (box.checked = event.target.checked));
                this.last = event.target;
            }
            this.count();
        },
    };
}
