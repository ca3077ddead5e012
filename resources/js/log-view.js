import { loadAgain } from './load-again.js';

// A log of any length in a box that scrolls: room for all of its rows, and only those in sight fetched and kept.
const ROW = 18;
const WINDOW = 300;

export function logView() {
    return {
        total: 0,
        from: 0,
        until: 0,
        errorRow: null,
        over: true,
        asked: 0,

        init() {
            const { total, from, error, over } = this.$root.dataset;
            this.total = Number(total);
            this.from = Number(from);
            this.until = this.from + this.$refs.lines.children.length;
            this.errorRow = error === '' ? null : Number(error);
            this.over = over === 'yes';
            this.$refs.scroll.classList.add('windowed');
            this.lay();
            const target = location.hash && document.querySelector(location.hash);
            if (target) {
                this.$refs.scroll.scrollTop = Math.max(0, target.offsetTop + this.from * ROW - 100);
            } else if (!this.over) {
                this.$refs.scroll.scrollTop = this.total * ROW;
            } else if (this.errorRow !== null) {
                this.$refs.scroll.scrollTop = Math.max(0, (this.errorRow - 6) * ROW);
            }
            if (!this.over) {
                setTimeout(() => this.follow(), 200);
            }
            window.addEventListener('keydown', event => {
                if (event.key === 'e' && !event.ctrlKey && !event.metaKey && !/INPUT|TEXTAREA|SELECT/.test(event.target.tagName)) {
                    this.firstError();
                }
            });
        },

        lay() {
            this.$refs.room.style.height = `${this.total * ROW}px`;
            this.$refs.lines.style.transform = `translateY(${this.from * ROW}px)`;
        },

        query(from) {
            const query = new URLSearchParams(new FormData(this.$root.querySelector('form')));
            query.set('from', from);

            return query;
        },

        async fetch(from) {
            const asked = ++this.asked;
            const response = await fetch(`${this.$root.dataset.address}?${this.query(from)}`).catch(() => null);
            if (!response?.ok || asked !== this.asked) {
                return false;
            }
            this.$refs.lines.innerHTML = await response.text();
            this.total = Number(response.headers.get('X-Total'));
            this.from = Number(response.headers.get('X-From'));
            this.until = this.from + this.$refs.lines.children.length;
            const error = response.headers.get('X-Error');
            this.errorRow = error === '' ? null : Number(error);
            // What the page says above the log is true for one state.
            this.over = response.headers.get('X-Over') === 'yes' || response.headers.get('X-State') !== this.$root.dataset.state;
            const [all, warn, errors] = response.headers
                .get('X-Levels')
                .split(' ')
                .map(count => Number(count).toLocaleString('en'));
            for (const [level, count] of Object.entries({ all, warn, error: errors })) {
                this.$root.querySelector(`[data-level="${level}"]`).textContent = count;
            }
            this.$refs.where.textContent = `${this.total.toLocaleString('en')} ${this.total === 1 ? 'line' : 'lines'}`;
            this.$refs.none?.remove();
            this.lay();

            return true;
        },

        scrolled() {
            const first = Math.floor(this.$refs.scroll.scrollTop / ROW);
            const last = first + Math.ceil(this.$refs.scroll.clientHeight / ROW);
            if ((first < this.from && this.from > 0) || (last > this.until && this.until < this.total)) {
                clearTimeout(this.soon);
                this.soon = setTimeout(() => this.fetch(Math.max(0, first - WINDOW / 3)), 40);
            }
        },

        async choose() {
            for (const label of this.$root.querySelectorAll('.segments label')) {
                label.classList.toggle('on', label.querySelector('input').checked);
            }
            this.$refs.scroll.scrollTop = 0;
            await this.fetch(0);
        },

        async firstError() {
            if (this.errorRow === null) {
                return;
            }
            const row = this.errorRow;
            if (row < this.from || row >= this.until) {
                await this.fetch(Math.max(0, row - WINDOW / 3));
            }
            this.$refs.scroll.scrollTop = Math.max(0, (row - 4) * ROW);
            this.$refs.scroll.focus();
        },

        // While the game runs: its newest lines, unless a person has scrolled away from them; then the verdict.
        async follow() {
            const box = this.$refs.scroll;
            const atEnd = box.scrollTop + box.clientHeight >= this.total * ROW - 3 * ROW;
            await this.fetch(atEnd ? Math.max(0, this.total - WINDOW / 2) : this.from);
            if (atEnd) {
                box.scrollTop = this.total * ROW;
            }
            if (this.over) {
                loadAgain();

                return;
            }
            setTimeout(() => this.follow(), 300);
        },
    };
}
