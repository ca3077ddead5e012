import { waited } from './tell.js';

// Puts a fragment in place of an element again and again, and loads the page again when the server says that it is over.
export function refresh(address) {
    return {
        init() {
            this.look();
        },

        async look() {
            const response = await fetch(address).catch(() => null);
            if (response?.ok) {
                if (response.headers.get('X-Over') === 'yes') {
                    waited();
                    location.reload();

                    return;
                }
                this.$el.innerHTML = await response.text();
            }
            setTimeout(() => this.look(), 400);
        },
    };
}
