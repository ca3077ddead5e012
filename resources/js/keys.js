// The keyboard: single keys act on what carries data-key, "g" and a letter go to what carries data-go, j and k move over
// the rows that carry data-row, x marks the row's box.
export function keys() {
    return {
        help: false,
        going: false,

        press(event) {
            if (event.ctrlKey || event.metaKey || event.altKey) {
                return;
            }
            if (event.key === 'Escape') {
                this.help = false;
                document.activeElement?.blur();

                return;
            }
            if (event.target.closest('input:not([type=checkbox]), textarea, select')) {
                return;
            }
            const key = event.shiftKey && event.key.length === 1 ? `Shift ${event.key.toUpperCase()}` : event.key;
            if (this.going) {
                this.going = false;
                this.act(`[data-go="${CSS.escape(event.key)}"]`, event);
            } else if (event.key === 'g') {
                this.going = true;
            } else if (event.key === '?') {
                this.help = !this.help;
            } else if (event.key === 'j' || event.key === 'k') {
                this.move(event.key === 'j' ? 1 : -1, event);
            } else if (event.key === 'x') {
                document.activeElement?.closest('[data-row]')?.querySelector('input[type=checkbox]')?.click();
            } else if (event.key === 'Enter' && event.target.matches('[data-row]')) {
                event.target.querySelector('[data-open]')?.click();
            } else if (document.querySelector(`[data-rowkey="${CSS.escape(event.key)}"]`) && this.mark()) {
                event.preventDefault();
                // Once the page has taken in what is marked, on which depends what the key does.
                this.$nextTick(() => this.act(`[data-rowkey="${CSS.escape(event.key)}"]`, event));
            } else {
                this.act(`[data-key="${CSS.escape(key)}"]`, event);
            }
        },

        /** Whether a row is marked; with none, the one that has the focus is. */
        mark() {
            const box = document.activeElement?.closest('[data-row]')?.querySelector('input[type=checkbox]');
            if (box && !document.querySelector('[data-row] input[type=checkbox]:checked')) {
                box.click();
            }

            return document.querySelector('[data-row] input[type=checkbox]:checked') !== null;
        },

        act(selector, event) {
            const target = document.querySelector(selector);
            if (target) {
                event.preventDefault();
                target.matches('input') ? target.focus() : target.click();
            }
        },

        move(by, event) {
            const rows = [...document.querySelectorAll('[data-row]')];
            const here = rows.indexOf(document.activeElement?.closest('[data-row]'));
            const next = rows[Math.min(rows.length - 1, Math.max(0, here + by))];
            if (next) {
                event.preventDefault();
                next.focus();
            }
        },
    };
}
