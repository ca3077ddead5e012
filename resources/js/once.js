// What is said until a person has hidden it in this browser.
export function once(name) {
    const key = `once ${name}`;

    return {
        isShown: false,

        init() {
            try {
                this.isShown = localStorage.getItem(key) === null;
            } catch {
                this.isShown = true;
            }
        },

        hide() {
            this.isShown = false;
            try {
                localStorage.setItem(key, 'hidden');
            } catch {
                // It is there again on the next page.
            }
        },
    };
}
