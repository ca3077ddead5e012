// A text with numbered lines, of which the one that cannot be read is marked, as it is written.
export function configEditor(address, wrong) {
    return {
        lines: 1,
        wrong,
        asked: 0,

        init() {
            this.number();
        },

        // As many numbers as there are lines, the wrong one marked.
        number() {
            const count = this.$refs.text.value.split('\n').length;
            this.lines = count;
            this.$refs.gutter.innerHTML = Array.from({ length: count }, (_, n) => (n + 1 === this.wrong ? `<b>${n + 1}</b>` : n + 1)).join('\n');
            this.follow();
        },

        follow() {
            this.$refs.gutter.scrollTop = this.$refs.text.scrollTop;
        },

        async look() {
            const asked = ++this.asked;
            const response = await fetch(address, { method: 'post', body: new FormData(this.$root) }).catch(() => null);
            if (asked !== this.asked || !response?.ok) {
                return;
            }
            this.$refs.wrong.innerHTML = await response.text();
            this.wrong = Number(this.$refs.wrong.querySelector('[data-line]')?.dataset.line ?? 0);
            this.$refs.text.setAttribute('aria-invalid', this.wrong > 0 ? 'true' : 'false');
            this.number();
        },

        go(line) {
            const text = this.$refs.text;
            const lines = text.value.split('\n');
            const from = lines.slice(0, line - 1).join('\n').length + (line > 1 ? 1 : 0);
            text.focus();
            text.setSelectionRange(from, from + (lines[line - 1] ?? '').length);
            text.scrollTop = Math.max(0, ((line - 4) * text.scrollHeight) / lines.length);
        },
    };
}
