// Loads the page again, unless a person is on the way to another one: that would take them back.
let isLeft = false;

if (typeof window !== 'undefined') {
    window.addEventListener('beforeunload', () => (isLeft = true));
    // What is only saved leaves the page where it is; and a page that is come back to is not left.
    window.addEventListener('pageshow', () => (isLeft = false));
}

export function loadAgain() {
    if (isLeft) {
        // What was pressed may have been a file to save: then it is loaded again a moment later.
        setTimeout(() => {
            isLeft = false;
            location.reload();
        }, 5000);

        return;
    }
    location.reload();
}
