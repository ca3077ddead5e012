import { loadAgain } from './load-again.js';
import { sendInSlices } from './slices';

// Files that are dropped on a page, sent in slices one after another, each of which goes on where it stopped.
export function uploads(begin) {
    return {
        over: false,
        busy: false,
        words: '',
        stopped: false,

        init() {
            this.words = sessionStorage.getItem('uploads') ?? this.$root.querySelector('[role=status]').textContent;
            sessionStorage.removeItem('uploads');
        },

        drop(event) {
            this.over = false;
            this.send([...event.dataTransfer.files]);
        },

        chosen() {
            this.send([...this.$refs.files.files]);
        },

        stop() {
            this.stopped = true;
        },

        async send(files) {
            if (this.busy || files.length === 0) {
                return;
            }
            [this.busy, this.stopped] = [true, false];
            const problems = [];
            for (const [place, file] of files.entries()) {
                if (this.stopped) {
                    break;
                }
                try {
                    await this.one(file, `${place + 1} of ${files.length}: ${file.name}`);
                } catch (problem) {
                    problems.push(`${file.name}: ${problem.message}`);
                }
            }
            this.busy = false;
            // What came is shown below, and what did not is said above it.
            if (problems.length > 0) {
                sessionStorage.setItem('uploads', problems.join(' '));
            }
            loadAgain();
        },

        async one(file, words) {
            const form = new FormData(this.$root);
            form.delete('files[]');
            await sendInSlices(begin, file, form, done => {
                this.words = `${words}, ${done} %`;

                return !this.stopped;
            });
        },
    };
}
