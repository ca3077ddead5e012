// Appends the log's new lines while the game runs, and loads the page again for the verdict.
export function followLog(address, after) {
    return {
        init() {
            this.more(after);
        },

        async more(from) {
            const response = await fetch(`${address}?after=${from}`).catch(() => null);
            if (!response?.ok) {
                setTimeout(() => this.more(from), 1000);

                return;
            }
            this.$refs.lines.insertAdjacentHTML('beforeend', await response.text());
            if (response.headers.get('X-Over') === 'yes') {
                location.reload();

                return;
            }
            setTimeout(() => this.more(this.$refs.lines.querySelectorAll('[data-line]').length), 250);
        },
    };
}
