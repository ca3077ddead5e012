import { sendInSlices } from './slices';

// More than a form can carry.
const LARGE = 40_000_000;

// A form with one file: a large one is sent in slices first, and the form then only says which it was.
export function largeFile(begin) {
    return {
        words: '',

        async go(event) {
            const input = this.$root.querySelector('input[type=file]');
            const file = input.files[0];
            if (!file || file.size <= LARGE) {
                return;
            }
            event.preventDefault();
            const form = new FormData();
            form.append('_token', this.$root.querySelector('[name=_token]').value);
            try {
                const id = await sendInSlices(begin, file, form, done => {
                    this.words = `${file.name}, ${done} %`;

                    return true;
                });
                input.value = '';
                const field = document.createElement('input');
                Object.assign(field, { type: 'hidden', name: 'come', value: id });
                this.$root.append(field);
                this.$root.submit();
            } catch (problem) {
                this.words = `${file.name}: ${problem.message}`;
            }
        },
    };
}
