// A part of a page that fills while it is worked out: asked for again until it is over. Nothing is exchanged under a person
// who is writing in it.
export function refreshing(address, isOver) {
    return {
        init() {
            if (!isOver) {
                setTimeout(() => this.again(), 400);
            }
        },

        async again() {
            const response = await fetch(address).catch(() => null);
            if (response?.ok && !this.$root.contains(document.activeElement)) {
                this.$root.outerHTML = await response.text();
            } else {
                setTimeout(() => this.again(), 1000);
            }
        },
    };
}
