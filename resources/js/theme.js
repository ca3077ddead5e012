// Light or dark, kept in a cookie so that the server renders the right one from the start.
export function theme(now) {
    return {
        now,
        turn() {
            this.now = this.now === 'dark' ? 'light' : 'dark';
            document.documentElement.dataset.theme = this.now;
            document.cookie = `theme=${this.now}; path=/; max-age=31536000; samesite=lax`;
        },
    };
}
