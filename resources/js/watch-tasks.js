import { loadAgain } from './load-again.js';
import { asking, tell, waited } from './tell.js';

// Keeps the top bar's running work current, tells what is new, and loads the page again when what it waits for is over.
export function watchTasks(address, waiting) {
    return {
        had: waiting,

        init() {
            this.look();
        },

        async look() {
            const response = await fetch(`${address}?${asking()}`).catch(() => null);
            if (response?.ok) {
                const answer = document.createElement('template');
                answer.innerHTML = await response.text();
                const articles = [...answer.content.querySelectorAll('[data-told]')];
                articles.forEach(article => article.remove());
                const running = answer.content.querySelector('[data-task]') !== null;
                this.$el.replaceChildren(answer.content);
                tell(articles, response.headers.get('X-Told') ?? '-1');
                if (this.had && !running) {
                    waited();
                    loadAgain();

                    return;
                }
                this.had = running && (this.had || document.querySelector('[data-waits]') !== null);
            }
            setTimeout(() => this.look(), this.had || this.$el.innerHTML.trim() ? 400 : 3000);
        },
    };
}
