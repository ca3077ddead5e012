// A list that is put into an order by dragging, by key or by button, and sent once it is as it should be.
export function orderList() {
    return {
        changed: false,
        lifted: null,

        rows() {
            return [...this.$refs.rows.querySelectorAll('tr[data-id]')];
        },

        lift(event) {
            this.lifted = event.target.closest('tr');
            event.dataTransfer.effectAllowed = 'move';
        },

        over(event) {
            const row = event.target.closest('tr[data-id]');
            if (!this.lifted || !row || row === this.lifted) {
                return;
            }
            const rows = this.rows();
            rows.indexOf(this.lifted) < rows.indexOf(row) ? row.after(this.lifted) : row.before(this.lifted);
            this.number();
        },

        put() {
            this.lifted = null;
        },

        shift(event, by) {
            this.nudge(event.target, by);
        },

        nudge(element, by) {
            const row = element.closest('tr[data-id]');
            const rows = this.rows();
            const other = rows[rows.indexOf(row) + by];
            if (other) {
                by > 0 ? other.after(row) : other.before(row);
                this.number();
                (element.matches('tr') ? row : element).focus();
            }
        },

        number() {
            this.changed = true;
            this.rows().forEach((row, n) => (row.querySelector('[data-place]').textContent = n + 1));
        },

        // The order goes with the form, the winner first.
        sent() {
            for (const row of this.rows()) {
                const field = document.createElement('input');
                Object.assign(field, { type: 'hidden', name: 'ids[]', value: row.dataset.id });
                this.$root.append(field);
            }
        },
    };
}
