const KEY = 'tour';

const kept = () => {
    try {
        return localStorage.getItem(KEY);
    } catch {
        return null;
    }
};
const keep = value => {
    try {
        value === null ? localStorage.removeItem(KEY) : localStorage.setItem(KEY, String(value));
    } catch {
        // Without a store there is no tour that could be taken up again.
    }
};

// A tour past the places that matter: it goes on from page to page until it is left, and is taken up where it was left.
export function tour(address) {
    return {
        steps: [],
        at: 0,

        init() {
            kept() === null || this.load(Number(kept()));
        },

        async load(at) {
            const response = await fetch(address).catch(() => null);
            this.steps = response?.ok ? await response.json() : [];
            this.at = Math.min(Math.max(0, at), Math.max(0, this.steps.length - 1));
            this.$nextTick(() => this.show());
        },

        get step() {
            return this.steps[this.at] ?? null;
        },

        get isHere() {
            return this.step !== null && this.step.address === location.pathname;
        },

        // What is meant is marked, and brought into view.
        show() {
            document.querySelectorAll('.toured').forEach(one => one.classList.remove('toured'));
            const meant = this.isHere ? document.querySelector(this.step.at) : null;
            meant?.classList.add('toured');
            meant?.scrollIntoView({ block: 'center' });
        },

        async begin() {
            keep(0);
            await this.load(0);
            this.go(0);
        },

        go(at) {
            this.at = at;
            keep(at);
            this.isHere ? this.show() : (location.href = this.step.address);
        },

        leave() {
            keep(null);
            this.steps = [];
            document.querySelectorAll('.toured').forEach(one => one.classList.remove('toured'));
        },
    };
}
