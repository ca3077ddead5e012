import { loadAgain } from './load-again.js';
import { waited } from './tell.js';

// Puts a fragment in place of an element again and again, and loads the page again when the server says that it is over.
export function refresh(address) {
    return {
        last: '',

        init() {
            this.look();
        },

        async look() {
            const response = await fetch(address).catch(() => null);
            if (response?.ok) {
                if (response.headers.get('X-Over') === 'yes') {
                    waited();
                    loadAgain();

                    return;
                }
                const now = await response.text();
                // What is the same stays: it may be pressed, or marked, just now.
                if (now !== this.last) {
                    this.$el.innerHTML = this.last = now;
                }
            }
            setTimeout(() => this.look(), 400);
        },
    };
}
