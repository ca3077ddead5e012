// Keeps the top bar's running work current, and loads the page again when what it waits for is over.
export function watchTasks(address, waiting) {
    return {
        had: waiting,

        init() {
            this.look();
        },

        async look() {
            const response = await fetch(address).catch(() => null);
            if (response?.ok) {
                const html = await response.text();
                const running = html.includes('data-task');
                this.$el.innerHTML = html;
                if (this.had && !running) {
                    location.reload();

                    return;
                }
                this.had = running && (this.had || document.querySelector('[data-waits]') !== null);
            }
            setTimeout(() => this.look(), this.had || this.$el.innerHTML.trim() ? 400 : 3000);
        },
    };
}
