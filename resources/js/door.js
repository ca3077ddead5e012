import { sendInSlices } from './slices';

const HEAD = 4096;

// Bytes as base64.
const encoded = bytes => btoa(String.fromCharCode(...new Uint8Array(bytes)));

// Whatever is dropped or pasted on a page: it is told what each is, and what a person chooses is handed to the form that takes it.
export const door = (url, instance) => ({
    items: [],
    busy: false,
    words: '',

    over(event) {
        event.dataTransfer?.types.includes('Files') && event.preventDefault();
    },

    drop(event) {
        // A page's own place for files has taken it.
        if (event.defaultPrevented || !event.dataTransfer) {
            return;
        }
        const files = [...event.dataTransfer.files];
        const text = event.dataTransfer.getData('text');
        if (files.length === 0 && (text === '' || event.target.closest?.('input, textarea'))) {
            return;
        }
        event.preventDefault();
        files.length > 0 ? this.read(files) : this.readText(text);
    },

    paste(event) {
        if (event.defaultPrevented || event.target.closest?.('input, textarea, select, [contenteditable]')) {
            return;
        }
        const files = [...(event.clipboardData?.files ?? [])];
        const text = event.clipboardData?.getData('text') ?? '';
        if (files.length > 0 || text.trim() !== '') {
            event.preventDefault();
            files.length > 0 ? this.read(files) : this.readText(text);
        }
    },

    async read(files) {
        const heads = await Promise.all(
            files.map(async file => ({
                name: file.name,
                size: file.size,
                // A folder has no bytes to read.
                head: await file
                    .slice(0, HEAD)
                    .arrayBuffer()
                    .then(encoded)
                    .catch(() => ''),
            })),
        );
        await this.ask({ files: heads }, n => ({ name: files[n].name, file: files[n] }));
    },

    async readText(text) {
        await this.ask({ text }, () => ({ name: text.trim().split('\n')[0].slice(0, 60), text }));
    },

    async ask(body, of) {
        const answer = await fetch(url, {
            method: 'POST',
            headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-CSRF-TOKEN': this.token() },
            body: JSON.stringify(instance ? { ...body, instance } : body),
        });
        const said = await answer.json().catch(() => ({}));
        if (!answer.ok) {
            this.items = [{ n: 0, name: 'That', is: said.message ?? 'It could not be looked at.', act: '', wrong: true }];

            return;
        }
        this.items = said.map((one, n) => ({ n, said: '', wrong: false, ...one, ...of(n) }));
        this.words = '';
    },

    token() {
        return this.$refs.form.querySelector('[name=_token]').value;
    },

    takeable() {
        return this.items.filter(item => item.act !== '');
    },

    form(item) {
        const form = new FormData();
        form.append('_token', this.token());
        Object.entries(item.fields).forEach(([name, value]) => value !== '' && form.append(name, value));

        return form;
    },

    // One after another; where the last of them leads is where the page goes.
    async take(items) {
        this.busy = true;
        // A form that takes text is given what is in the file.
        await Promise.all(
            items.filter(item => item.file && item.field === 'text').map(async item => Object.assign(item, { text: await item.file.text(), file: null })),
        );
        if (items.length === 1 && !items[0].inSlices) {
            this.send(items[0]);

            return;
        }
        let to = '';
        for (const item of items) {
            try {
                to = await this.one(item);
                item.act = '';
                item.said = 'taken in';
            } catch (problem) {
                item.said = problem.message;
                item.wrong = true;
            }
        }
        this.busy = false;
        this.words = '';
        if (to !== '' && this.takeable().length === 0) {
            location.assign(to);
        }
    },

    // One alone is sent as its own page sends it, so that what is said of it is seen.
    send(item) {
        const form = document.createElement('form');
        Object.assign(form, { method: 'post', action: item.action, enctype: 'multipart/form-data', hidden: true });
        for (const [name, value] of this.form(item)) {
            form.append(Object.assign(document.createElement('input'), { type: 'hidden', name, value }));
        }
        if (item.file) {
            const files = new DataTransfer();
            files.items.add(item.file);
            form.append(Object.assign(document.createElement('input'), { type: 'file', name: item.field, files: files.files }));
        } else {
            form.append(Object.assign(document.createElement('textarea'), { name: item.field, value: item.text }));
        }
        document.body.append(form);
        form.submit();
    },

    async one(item) {
        this.words = `${item.name} …`;
        if (item.inSlices) {
            await sendInSlices(item.action, item.file, this.form(item), done => {
                this.words = `${item.name}, ${done} %`;

                return true;
            });

            return instance ? `/instances/${instance}/shelf` : '/shelf';
        }
        const form = this.form(item);
        form.append(item.field, item.file ?? item.text);
        const answer = await fetch(item.action, { method: 'POST', body: form, headers: { Accept: 'text/html' } });
        if (!answer.ok) {
            const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
            throw new Error(page.querySelector('.said.wrong, main p')?.textContent.trim() || 'It was not taken.');
        }

        return answer.url;
    },

    close() {
        this.busy || (this.items = []);
    },
});
