const SLICE = 8_388_608;

// Bytes are named as what they are: a request that does not say is read as a form.
async function ask(method, address, token, body) {
    const type = body instanceof Blob ? { 'Content-Type': 'application/octet-stream' } : {};
    const response = await fetch(address, { method, body, headers: { 'X-CSRF-TOKEN': token, Accept: 'application/json', ...type } });
    const said = await response.json().catch(() => ({}));
    if (!response.ok) {
        throw Object.assign(new Error(said.message ?? 'it could not be sent.'), { refused: response.status < 500 });
    }

    return said;
}

// A slice that did not arrive is sent again; what the server refuses is not.
async function patiently(send) {
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
}

// Sends a file in slices, from where it stopped, and gives the name that the server has for it; `told` hears how far it is, and
// says whether to go on.
export async function sendInSlices(begin, file, form, told) {
    const key = `upload ${begin} ${file.name} ${file.size} ${file.lastModified}`;
    const token = form.get('_token');
    let id = localStorage.getItem(key);
    let come = id === null ? null : await ask('GET', `${begin}/${id}`, token).catch(() => null);
    if (come === null) {
        form.append('name', file.name);
        form.append('size', file.size);
        come = await ask('POST', begin, token, form);
        id = come.id;
        localStorage.setItem(key, id);
    }
    for (let there = come.come; there < file.size;) {
        if (!told(Math.floor((100 * there) / file.size))) {
            return null;
        }
        there = (await patiently(() => ask('PUT', `${begin}/${id}?offset=${there}`, token, file.slice(there, there + SLICE)))).come;
    }
    localStorage.removeItem(key);

    return id;
}
