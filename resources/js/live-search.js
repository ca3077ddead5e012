import { recall, remember } from './kept';

// Asks for the results as a fragment while the person types, and for the next window when its end comes into view; without
// script the form sends itself and "More" is a link.
export function liveSearch(basket = '') {
    return {
        basket: '',
        weighing: null,
        marked: 0,
        asked: 0,
        last: null,
        soon: null,
        watcher: null,

        init() {
            const marks = Object.keys(recall(this.kept()));
            marks.forEach(id => {
                const box = [...this.$root.querySelectorAll('input[name="ids[]"]')].find(one => one.value === id);
                (box ?? this.aside(id)).checked = true;
            });
            this.$root.querySelector('form[method="post"]').addEventListener('submit', () => remember(this.kept(), {}));
            this.count();
            this.watcher = new IntersectionObserver(seen => seen.filter(one => one.isIntersecting).forEach(one => this.more(one.target)), {
                rootMargin: '400px',
            });
            this.watch();
            // What somebody has typed before anything listened to it is looked for now.
            this.$nextTick(() => {
                const words = this.$refs.search.elements.q;
                words.value === words.defaultValue || this.search();
            });
        },

        watch() {
            this.watcher.disconnect();
            const end = this.$root.querySelector('[data-more]');
            if (end && this.rows().length < 500) {
                this.watcher.observe(end);
            }
            // Verdicts that a page had no time for are being found out.
            clearTimeout(this.soon);
            if (this.$root.querySelector('[data-pending]')) {
                this.soon = setTimeout(() => this.search(), 1500);
            }
        },

        rows() {
            return this.$root.querySelectorAll('[data-row]');
        },

        // Marks are there again when the page is loaded anew.
        kept() {
            return `marks ${location.pathname}`;
        },

        count() {
            const marked = [...this.$root.querySelectorAll('input[name="ids[]"]:checked')];
            this.marked = marked.length;
            remember(this.kept(), Object.fromEntries(marked.map(box => [box.value, true])));
            clearTimeout(this.weighing);
            this.basket = '';
            if (basket !== '' && marked.length > 0) {
                this.weighing = setTimeout(() => this.weigh(marked.map(box => box.value)), 250);
            }
        },

        // What is marked comes to, with what it needs.
        async weigh(ids) {
            const response = await fetch(basket, {
                method: 'post',
                headers: {
                    'Content-Type': 'application/json',
                    Accept: 'application/json',
                    'X-CSRF-TOKEN': this.$root.querySelector('form[method="post"]').elements._token.value,
                },
                body: JSON.stringify({ ids }),
            }).catch(() => null);
            const answer = response?.ok ? await response.json().catch(() => null) : null;
            const marked = [...this.$root.querySelectorAll('input[name="ids[]"]:checked')].map(box => box.value);
            if (answer && marked.join() === ids.join()) {
                this.basket = answer.words;
            }
        },

        // The releases behind a row, below it; again, and they are gone.
        async behind(link) {
            const row = link.closest('tr');
            const open = row.nextElementSibling?.matches('[data-releases]');
            link.setAttribute('aria-expanded', String(!open));
            if (open) {
                row.nextElementSibling.remove();

                return;
            }
            const response = await fetch(link.dataset.behind).catch(() => null);
            if (!response?.ok) {
                location.assign(link.href);
            } else if (link.getAttribute('aria-expanded') === 'true') {
                row.insertAdjacentHTML('afterend', await response.text());
            }
        },

        exactly(button) {
            this.$refs.exactly.elements.id.value = button.dataset.id;
            this.$refs.exactly.elements.range.value = button.dataset.exactly;
            this.$refs.exactly.requestSubmit();
        },

        // All that are shown at once, by the box above them; a range, with Shift from the one that was marked last.
        mark(event) {
            const boxes = [...this.$refs.results.querySelectorAll('input[name="ids[]"]')];
            const [link, release] = [event.target.closest('[data-behind]'), event.target.closest('[data-exactly]')];
            if (link && !event.ctrlKey && !event.metaKey) {
                event.preventDefault();
                this.behind(link);
            } else if (release) {
                this.exactly(release);
            } else if (event.target.matches('[data-all]')) {
                boxes.forEach(box => (box.checked = event.target.checked));
                this.count();
            } else if (boxes.includes(event.target)) {
                const [from, to] = [boxes.indexOf(this.last), boxes.indexOf(event.target)].sort((a, b) => a - b);
                if (event.shiftKey && from >= 0) {
                    boxes.slice(from, to + 1).forEach(box => (box.checked = event.target.checked));
                    this.count();
                }
                this.last = event.target;
            }
        },

        clear() {
            this.$root.querySelectorAll('input[name="ids[]"]:checked').forEach(box => (box.checked = false));
            this.count();
        },

        async more(end) {
            this.watcher.unobserve(end);
            const turn = this.asked;
            const response = await fetch(end.dataset.more, { headers: { 'X-Fragment': 'rows' } }).catch(() => null);
            if (turn !== this.asked || !response?.ok || !end.isConnected) {
                return;
            }
            end.insertAdjacentHTML('beforebegin', await response.text());
            end.remove();
            // What was kept beside the results has a row of its own now.
            this.$refs.kept.querySelectorAll('input').forEach(aside => {
                const box = this.$refs.results.querySelector(`input[name="ids[]"][value="${CSS.escape(aside.value)}"]`);
                if (box) {
                    box.checked = true;
                    aside.remove();
                }
            });
            this.count();
            const address = new URL(location.href);
            address.searchParams.set('shown', Math.min(500, this.rows().length));
            history.replaceState(null, '', address);
            this.watch();
        },

        aside(id) {
            const box = Object.assign(document.createElement('input'), { type: 'checkbox', name: 'ids[]', value: id, hidden: true });
            this.$refs.kept.append(box);

            return box;
        },

        async search() {
            const turn = ++this.asked;
            const address = new URL(this.$refs.search.action);
            new FormData(this.$refs.search).forEach((value, name) => value && address.searchParams.set(name, value));
            if (this.$root.querySelector('[data-pending]')) {
                address.searchParams.set('shown', Math.min(500, this.rows().length));
            }
            const response = await fetch(address, { headers: { 'X-Fragment': 'results' } }).catch(() => null);
            if (turn !== this.asked || !response?.ok) {
                return;
            }
            const kept = [...this.$root.querySelectorAll('input[name="ids[]"]:checked')].map(box => box.value);
            this.$refs.results.innerHTML = await response.text();
            // What was marked stays so while the person looks for the next; what is not shown now is kept beside the results.
            this.$refs.kept.replaceChildren();
            kept.forEach(id => {
                const box = this.$root.querySelector(`input[name="ids[]"][value="${CSS.escape(id)}"]`) ?? this.aside(id);
                box.checked = true;
            });
            this.count();
            history.replaceState(null, '', address);
            this.watch();
        },
    };
}
