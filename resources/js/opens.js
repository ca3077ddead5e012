// What a part opens to: what the page came with at once, and, once it is worked out, what each choice would do.
export function opens(address) {
    return {
        loaded: false,

        async load() {
            if (this.loaded || !this.$root.open) {
                return;
            }
            this.loaded = true;
            const response = await fetch(address).catch(() => null);
            if (response?.ok) {
                const focused = [...this.$refs.inside.querySelectorAll('button')].indexOf(document.activeElement);
                this.$refs.inside.innerHTML = await response.text();
                this.$refs.inside.querySelectorAll('button')[focused]?.focus();
            }
        },
    };
}
