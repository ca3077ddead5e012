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
            location.reload();
        },

        async one(file, words) {
            const key = `upload ${begin} ${file.name} ${file.size} ${file.lastModified}`;
            let id = localStorage.getItem(key);
            let come = id === null ? null : await this.ask('GET', `${begin}/${id}`).catch(() => null);
            if (come === null) {
                const form = new FormData(this.$root);
                form.delete('files[]');
                form.append('name', file.name);
                form.append('size', file.size);
                come = await this.ask('POST', begin, form);
                id = come.id;
                localStorage.setItem(key, id);
            }
            const slice = 8_388_608;
            for (let there = come.come; there < file.size && !this.stopped;) {
                this.words = `${words}, ${Math.floor((100 * there) / file.size)} %`;
                there = (await this.patiently(() => this.ask('PUT', `${begin}/${id}?offset=${there}`, file.slice(there, there + slice)))).come;
            }
            if (!this.stopped) {
                localStorage.removeItem(key);
            }
        },

        // A slice that did not arrive is sent again; what the server refuses is not.
        async patiently(send) {
            for (let left = 4; ; left--) {
                try {
                    return await send();
                } catch (problem) {
                    if (problem.refused || left === 0) {
                        throw problem;
                    }
                    await new Promise(resolve => setTimeout(resolve, 1000));
                }
            }
        },

        async ask(method, address, body) {
            const token = this.$root.querySelector('[name=_token]').value;
            const response = await fetch(address, { method, body, headers: { 'X-CSRF-TOKEN': token, Accept: 'application/json' } });
            const said = await response.json().catch(() => ({}));
            if (!response.ok) {
                throw Object.assign(new Error(said.message ?? 'it could not be sent.'), { refused: response.status < 500 });
            }

            return said;
        },
    };
}
