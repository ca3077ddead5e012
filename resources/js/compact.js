const KEY = 'compact';

// Rows of the first page without their second lines, where a person wants it so; the next page is as this one was left.
export function compact() {
    return {
        on: false,

        init() {
            try {
                this.on = localStorage.getItem(KEY) === 'yes';
            } catch {
                // It begins as it comes.
            }
            this.show();
        },

        turn() {
            this.on = !this.on;
            try {
                localStorage.setItem(KEY, this.on ? 'yes' : 'no');
            } catch {
                // It is so for this page.
            }
            this.show();
        },

        show() {
            document.querySelector('table.register')?.classList.toggle('compact', this.on);
        },
    };
}
