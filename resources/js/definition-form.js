// The parts of a definition that most games need, as fields beside its text: what is written in one is in the other at once.
const list = text =>
    text
        .split('\n')
        .map(line => line.trim())
        .filter(line => line !== '');

const at = (document, path) => path.reduce((value, key) => (value === null || value === undefined ? undefined : value[key]), document);

function put(document, path, value) {
    const last = path[path.length - 1];
    const holder = path.slice(0, -1).reduce((value, key) => (value[key] ??= {}), document);
    if (value === undefined || value === '') {
        delete holder[last];
    } else {
        holder[last] = value;
    }
}

// Each field: where it stands, how it is shown, and how it is written back.
const FIELDS = {
    name: { path: ['name'] },
    id: { path: ['id'] },
    versions: {
        show: game => (game.versions ?? []).map(one => one.version).join('\n'),
        write: (game, text) => {
            const known = Object.fromEntries((game.versions ?? []).map(one => [one.version, one]));
            game.versions = list(text).map(version => known[version] ?? { version });
            const first = game.versions[0]?.version;
            // What the runtime has to be is said from the oldest version on.
            if (first && game.runtime?.rules?.length === 1) {
                game.runtime.rules[0].from = first;
            }
        },
    },
    mods: {
        show: game => at(game, ['places', 'mod', 'folder']) ?? '',
        write: (game, text) => ['mod', 'library'].forEach(kind => put(game, ['places', kind, 'folder'], text)),
    },
    loose: {
        show: game => (at(game, ['places', 'mod', 'each']) ? 'each' : at(game, ['places', 'mod', 'unpack']) ? 'yes' : ''),
        write: (game, text) =>
            ['mod', 'library'].forEach(kind => {
                put(game, ['places', kind, 'unpack'], text === '' ? undefined : true);
                put(game, ['places', kind, 'each'], text === 'each' ? true : undefined);
            }),
    },
    own: { show: game => (game.own ?? []).join('\n'), write: (game, text) => (game.own = list(text)) },
    written: {
        show: game => (game.written ?? []).join('\n'),
        write: (game, text) => put(game, ['written'], list(text).length > 0 ? list(text) : undefined),
    },
    launch: { show: game => (game.launch ?? []).join('\n'), write: (game, text) => (game.launch = list(text)) },
    up: {
        show: game => at(game, ['ready', 'up']) ?? '',
        write: (game, text) => {
            put(game, ['ready', 'up'], text);
            if (game.ready && Object.keys(game.ready).length === 0) {
                delete game.ready;
            }
        },
    },
    log: { path: ['log', 'file'] },
    line: { path: ['log', 'line'] },
};

export function shown(text) {
    let game;
    try {
        game = JSON.parse(text);
    } catch {
        return null;
    }
    if (game === null || typeof game !== 'object' || Array.isArray(game)) {
        return null;
    }
    return Object.fromEntries(Object.entries(FIELDS).map(([name, field]) => [name, String(field.path ? (at(game, field.path) ?? '') : field.show(game))]));
}

// The text with one field otherwise; the same text where it is no JSON.
export function written(text, name, value) {
    if (shown(text) === null || !FIELDS[name]) {
        return text;
    }
    const game = JSON.parse(text);
    const field = FIELDS[name];
    if (field.path) {
        put(game, field.path, value);
    } else {
        field.write(game, value);
    }
    return JSON.stringify(game, null, 4);
}

// The text with one more wording of a failure.
export function taught(text, signature) {
    const game = JSON.parse(text);
    game.log ??= {};
    game.log.signatures = [signature, ...(game.log.signatures ?? [])];
    return JSON.stringify(game, null, 4);
}
