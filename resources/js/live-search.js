// Asks for the results as a fragment while the person types; without script the form sends itself.
export function liveSearch() {
    return {
        marked: 0,
        asked: 0,

        init() {
            this.count();
        },

        count() {
            this.marked = this.$root.querySelectorAll('input[name="ids[]"]:checked').length;
        },

        clear() {
            this.$root.querySelectorAll('input[name="ids[]"]:checked').forEach((box) => (box.checked = false));
            this.count();
        },

        async search() {
            const turn = ++this.asked;
            const address = new URL(this.$refs.search.action);
            new FormData(this.$refs.search).forEach((value, name) => value && address.searchParams.set(name, value));
            const response = await fetch(address, { headers: { 'X-Fragment': 'results' } });
            if (turn !== this.asked || !response.ok) {
                return;
            }
            const kept = [...this.$root.querySelectorAll('input[name="ids[]"]:checked')].map((box) => box.value);
            this.$refs.results.innerHTML = await response.text();
            kept.forEach((id) => {
                const box = this.$root.querySelector(`input[name="ids[]"][value="${CSS.escape(id)}"]`);
                if (box) {
                    box.checked = true;
                }
            });
            this.count();
            history.replaceState(null, '', address);
        },
    };
}
