import { loadAgain } from './load-again.js';

// Loads the page again after a while: what it waits for is worked out elsewhere.
export function again(milliseconds) {
    return {
        init() {
            setTimeout(() => loadAgain(), milliseconds);
        },
    };
}
