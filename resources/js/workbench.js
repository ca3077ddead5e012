import { shown, taught, written } from './definition-form';

// Shows what a definition makes of the files beside it while it is written, and marks the line that is wrong.
export function workbench(address, marking, schema) {
    return {
        redraw: null,
        asked: 0,
        fields: {},
        readable: false,
        line: '',
        marks: [],
        kind: '',
        said: '',

        init() {
            // What was chosen or written before anything listened to it is looked at now.
            this.read();
            this.$nextTick(() => {
                const text = this.$refs.text;
                (text.value === text.defaultValue && this.$root.elements.files.files.length === 0) || this.look();
            });
        },

        // Has the fields say what the text says; where that is no JSON they wait.
        read() {
            const fields = shown(this.$refs.text.value);
            this.readable = fields !== null;
            this.fields = fields ?? this.fields;
            this.redraw?.();
        },

        // The form of all that can be said is made once somebody opens it.
        async all() {
            if (this.redraw !== null) {
                return;
            }
            this.redraw = () => {};
            const { schemaForm } = await import('./schema-form');
            const known = await fetch(schema)
                .then(response => response.json())
                .catch(() => null);
            if (known === null) {
                [this.redraw, this.said] = [null, 'The form could not be loaded just now. The text goes on as it is.'];
                return;
            }
            const text = this.$refs.text;
            const draw = schemaForm(
                this.$refs.all,
                known,
                () => text.value,
                value => {
                    text.value = value;
                    this.redraw = () => {};
                    this.read();
                    this.redraw = draw;
                    this.look();
                },
            );
            this.redraw = draw;
        },

        // Has the text say what a field says.
        put(name, value) {
            this.fields[name] = value;
            this.$refs.text.value = written(this.$refs.text.value, name, value);
            this.redraw?.();
            this.look();
        },

        // A line of a log that is to be taught.
        take(message) {
            [this.line, this.marks, this.kind, this.said] = [message, [], '', ''];
            this.$nextTick(() => this.$refs.line.focus());
        },

        // What is selected in the line is what this group is.
        mark(group) {
            const { selectionStart, selectionEnd, value } = this.$refs.line;
            const text = value.slice(selectionStart, selectionEnd).trim();
            this.said = text === '' ? 'Select a part of the line first.' : '';
            if (text !== '') {
                this.marks = [...this.marks.filter(one => one.group !== group), { group, text }];
            }
        },

        async teach() {
            const response = await fetch(marking, {
                method: 'post',
                headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-CSRF-TOKEN': this.$root.elements._token.value },
                body: JSON.stringify({ message: this.line, marks: this.marks, kind: this.kind }),
            }).catch(() => null);
            const answer = await response?.json().catch(() => null);
            if (!response?.ok || !answer) {
                this.said = answer?.message ?? 'That could not be asked just now. Nothing is lost.';
                return;
            }
            this.$refs.text.value = taught(this.$refs.text.value, answer);
            this.said = 'It is in the definition now, and was tried on the log.';
            this.line = '';
            this.read();
            this.look();
        },

        async look() {
            const asked = ++this.asked;
            const response = await fetch(address, { method: 'post', body: new FormData(this.$root) }).catch(() => null);
            if (asked !== this.asked || !response) {
                return;
            }
            if (response.ok) {
                this.replace(await response.text());
            } else {
                this.$refs.made.textContent = 'That could not be read: the files together may be at most 50 MB. Nothing is lost.';
            }
            const line = Number(this.$refs.made.querySelector('[data-line]')?.dataset.line ?? 0);
            this.$refs.text.setAttribute('aria-invalid', line > 0 ? 'true' : 'false');
            this.show(line);
        },

        // What was opened stays open.
        replace(html) {
            const summaries = () => [...this.$refs.made.querySelectorAll('details > summary')];
            const open = summaries()
                .filter(one => one.parentElement.open)
                .map(one => one.textContent);
            this.$refs.made.innerHTML = html;
            summaries().forEach(one => (one.parentElement.open = open.includes(one.textContent)));
        },

        // Selects a line, so that it is seen and can be written over.
        go(line) {
            const lines = this.$refs.text.value.split('\n');
            const from = lines.slice(0, line - 1).join('\n').length + (line > 1 ? 1 : 0);
            this.$refs.text.focus();
            this.$refs.text.setSelectionRange(from, from + (lines[line - 1] ?? '').length);
            this.$refs.text.scrollTop = Math.max(0, ((line - 4) * this.$refs.text.scrollHeight) / lines.length);
        },

        // The wrong line is brought into view, unless the person is writing where it can be seen.
        show(line) {
            const text = this.$refs.text;
            const height = text.scrollHeight / Math.max(1, text.value.split('\n').length);
            const top = (line - 1) * height;
            if (line > 0 && document.activeElement !== text && (top < text.scrollTop || top > text.scrollTop + text.clientHeight)) {
                text.scrollTop = Math.max(0, top - text.clientHeight / 3);
            }
        },
    };
}
