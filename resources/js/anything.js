// The field that finds anything: what it finds comes as one types, and is walked with the arrow keys.
export const anything = (url, instance) => ({
    open: false,
    at: -1,
    found: '',
    asked: 0,
    timer: null,

    ask() {
        clearTimeout(this.timer);
        this.timer = setTimeout(() => this.fetch(), 60);
    },

    async fetch() {
        const words = this.$refs.words.value.trim();
        const asked = ++this.asked;
        if (words === '') {
            this.open = false;

            return;
        }
        const address = `${url}?${new URLSearchParams({ q: words, ...(instance ? { instance } : {}) })}`;
        const answer = await fetch(address, { headers: { 'X-Requested-With': 'XMLHttpRequest' } }).catch(() => null);
        // What was asked before it may come after it.
        if (!answer?.ok || asked !== this.asked) {
            return;
        }
        this.$refs.hits.innerHTML = await answer.text();
        this.found = words;
        this.open = true;
        this.choose(0);
    },

    hits() {
        return [...this.$refs.hits.querySelectorAll('.hit')];
    },

    choose(at) {
        const hits = this.hits();
        this.at = hits.length === 0 ? -1 : (at + hits.length) % hits.length;
        hits.forEach((hit, i) => hit.setAttribute('aria-selected', i === this.at ? 'true' : 'false'));
        this.$refs.words.setAttribute('aria-activedescendant', hits[this.at]?.id ?? '');
        hits[this.at]?.scrollIntoView({ block: 'nearest' });
    },

    // Only what was found for what stands there now is gone to, or done; before that comes, the page of it says all.
    go(event) {
        const hit = this.open && this.found === this.$refs.words.value.trim() ? this.hits()[this.at] : null;
        if (hit) {
            event.preventDefault();
            hit.click();
        }
    },

    close() {
        this.open = false;
    },
});
