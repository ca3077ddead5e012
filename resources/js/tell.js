// Tells once, on whatever page is open, what ended, what came and what broke; where a person allows it, by the browser as well.
const LAST = 'told';
const WAITED = 'waited';
// Milliseconds in which a page that was loaded again, because what it waited for is over, says that itself.
const ITSELF = 8000;

const kept = (store, key) => {
    try {
        return store.getItem(key);
    } catch {
        return null;
    }
};
const keep = (store, key, value) => {
    try {
        store.setItem(key, value);
    } catch {
        // Without a store it may be told twice.
    }
};

// The page waited for something that is over now.
export const waited = () => keep(sessionStorage, WAITED, String(Date.now()));

// What is asked of the server, so that it says what is new here.
export function asking() {
    const isItself = document.querySelector('[data-waits]') !== null || Date.now() - Number(kept(sessionStorage, WAITED) ?? 0) < ITSELF;
    const here = isItself && !document.hidden ? (document.body.dataset.instance ?? '') : '';
    return new URLSearchParams({ since: kept(localStorage, LAST) ?? '-1', here }).toString();
}

// Shows what came with an answer, and remembers how far it was told.
export function tell(articles, latest) {
    const shown = document.querySelector('[data-tellings]');
    for (const article of articles) {
        if (Number(article.dataset.told) <= Number(kept(localStorage, LAST) ?? -1)) {
            continue;
        }
        document.hidden ? byBrowser(article) : shown?.append(article);
    }
    keep(localStorage, LAST, latest);
}

function byBrowser(article) {
    if (!('Notification' in window) || Notification.permission !== 'granted') {
        return;
    }
    const note = new Notification('Stasimon', {
        body: article.querySelector('[data-sentence]').textContent.trim(),
        tag: `told-${article.dataset.told}`,
    });
    note.onclick = () => {
        window.focus();
        location.href = article.querySelector('a').href;
    };
}

// What is told in a corner of the page, until it was seen.
export function tellings() {
    return {
        init() {
            // What the first page shows is told with that.
            const until = document.querySelector('[data-told-until]')?.dataset.toldUntil;
            until === undefined || keep(localStorage, LAST, String(Math.max(Number(until), Number(kept(localStorage, LAST) ?? -1))));
        },

        seen(event) {
            const article = event.target.closest('[data-told]');
            fetch(event.target.dataset.address, {
                method: 'post',
                headers: { Accept: 'application/json', 'X-CSRF-TOKEN': this.$root.dataset.token },
            }).catch(() => null);
            article.remove();
        },
    };
}

// Asks the browser whether it may tell, too.
export function byBrowserToo() {
    return {
        may: 'Notification' in window ? Notification.permission : 'denied',

        async ask() {
            this.may = await Notification.requestPermission();
        },
    };
}
