// A form of all that a JSON Schema (draft 7) says can stand in a document: each part with what it means, and an example.
const isObject = value => value !== null && typeof value === 'object' && !Array.isArray(value);

// Which kind of field a part of a schema is shown as; what can be of several shapes is written as JSON.
export function kind(schema) {
    if (schema.enum) {
        return 'choice';
    }
    if (schema.oneOf || schema.anyOf) {
        return 'json';
    }
    if (schema.type === 'array') {
        const items = kind(schema.items ?? {});
        return items === 'choice' ? 'choices' : items === 'text' ? 'lines' : items === 'parts' ? 'list' : 'json';
    }
    if (schema.type === 'object') {
        return schema.properties ? 'parts' : isObject(schema.additionalProperties) ? 'map' : 'json';
    }
    return { boolean: 'switch', integer: 'number', number: 'number', string: 'text' }[schema.type] ?? 'json';
}

export const valueAt = (document, path) => path.reduce((value, key) => value?.[key], document);

// The text of a document with one value otherwise, or without it; the same text where it is no JSON.
export function withValue(text, path, value) {
    let document;
    try {
        document = JSON.parse(text);
    } catch {
        return text;
    }
    const last = path[path.length - 1];
    let holder = document;
    for (const [n, key] of path.slice(0, -1).entries()) {
        holder[key] ??= typeof path[n + 1] === 'number' ? [] : {};
        holder = holder[key];
        if (holder === null || typeof holder !== 'object') {
            return text;
        }
    }
    if (value === undefined) {
        Array.isArray(holder) ? holder.splice(last, 1) : delete holder[last];
    } else {
        holder[last] = value;
    }
    return JSON.stringify(document, null, 4);
}

// What a field's text comes to: undefined where it is to be left out, null where it makes no sense.
export function meant(as, text) {
    const lines = text.split('\n').filter(line => line !== '');
    const makes = {
        text: () => text || undefined,
        choice: () => text || undefined,
        lines: () => (lines.length > 0 ? lines : undefined),
        switch: () => (text === '' ? undefined : text === 'yes'),
        number: () => (text === '' ? undefined : Number.isFinite(Number(text)) ? Number(text) : null),
        json: () => {
            try {
                return text.trim() === '' ? undefined : JSON.parse(text);
            } catch {
                return null;
            }
        },
    };
    return makes[as]();
}

// The same the other way: what a field shows of a value.
export function shownAs(as, value) {
    if (value === undefined) {
        return '';
    }
    if (as === 'switch') {
        return value ? 'yes' : 'no';
    }
    if (as === 'lines' && Array.isArray(value)) {
        return value.join('\n');
    }
    return as === 'json' || typeof value === 'object' ? JSON.stringify(value, null, 2) : String(value);
}

// A key as words: loadReport is "load report".
export const words = key => key.replace(/([A-Z])/g, ' $1').toLowerCase();

const made = (name, attributes = {}, ...children) => {
    const element = Object.assign(document.createElement(name), attributes);
    element.append(...children);
    return element;
};

// Builds the form in an element. `text` gives the document as it stands, `write` takes it as it shall be.
export function schemaForm(root, schema, text, write) {
    const open = new Set();
    const put = (path, value, isOther = false) => {
        write(withValue(text(), path, value));
        isOther && draw();
    };

    function field(part, path, label, needed) {
        const as = kind(part);
        return { parts, list, map, choices }[as]?.(part, path, label) ?? single(as, part, path, label, needed);
    }

    function help(part) {
        const example = part.examples?.[0];
        const said = [part.description ?? '', example === undefined ? '' : `as in ${example}`].filter(one => one !== '').join(', ');
        return said === '' ? [] : [made('p', { className: 'soft', textContent: said })];
    }

    function single(as, part, path, label, needed) {
        const id = `s-${path.join('-')}`;
        const options = as === 'switch' ? ['', 'yes', 'no'] : as === 'choice' ? ['', ...part.enum] : null;
        const input = options
            ? made('select', { id }, ...options.map(one => made('option', { value: one, textContent: one || 'not said' })))
            : made(as === 'lines' || as === 'json' ? 'textarea' : 'input', { id, className: 'ver', spellcheck: false });
        if (input.tagName === 'INPUT') {
            input.type = as === 'number' ? 'number' : 'text';
            input.step = 'any';
        }
        input.rows = as === 'json' ? 4 : 2;
        input.value = shownAs(as, valueAt(JSON.parse(text()), path));
        input.required = needed;
        input.addEventListener(options ? 'change' : 'input', event => {
            event.stopPropagation();
            const value = meant(as, input.value);
            input.setAttribute('aria-invalid', value === null ? 'true' : 'false');
            value === null || put(path, value);
        });
        const several = { lines: ', one on each line', json: ', as JSON' }[as] ?? '';
        return made(
            'div',
            { className: 'field' },
            made('label', { htmlFor: id, className: 'font-medium', textContent: label + several }),
            input,
            ...help(part),
        );
    }

    // What opens is built only then, and stays open when the form is drawn again.
    function opening(part, path, label, count, inside) {
        const key = path.join('/');
        const summary = made('summary', { textContent: label });
        count === '' || summary.append(made('span', { className: 'soft', textContent: ` ${count}` }));
        const details = made('details', { open: open.has(key) }, summary, ...help(part));
        const body = made('div', { className: 'schema-inside' });
        const fill = () => body.childElementCount === 0 && body.append(...inside());
        details.append(body);
        details.open && fill();
        details.addEventListener('toggle', () => {
            details.open ? open.add(key) : open.delete(key);
            details.open && fill();
        });
        return details;
    }

    function fields(part, path) {
        return Object.entries(part.properties)
            .filter(([, one]) => one.const === undefined)
            .map(([key, one]) => field(one, [...path, key], words(key), (part.required ?? []).includes(key)));
    }

    function parts(part, path, label) {
        const isSaid = valueAt(JSON.parse(text()), path) !== undefined;
        return opening(part, path, label, isSaid ? '' : 'not said', () => [
            ...fields(part, path),
            ...(isSaid ? [button('Leave all of it out', () => put(path, undefined, true))] : []),
        ]);
    }

    function list(part, path, label) {
        const items = valueAt(JSON.parse(text()), path);
        const there = Array.isArray(items) ? items : [];
        return opening(part, path, label, there.length === 0 ? 'none' : String(there.length), () => [
            ...there.map((item, n) =>
                made(
                    'fieldset',
                    {},
                    made('legend', { textContent: `${n + 1}. ${item?.version ?? item?.id ?? item?.name ?? item?.path ?? item?.kind ?? ''}` }),
                    ...fields(part.items, [...path, n]),
                    button('Take it away', () => put([...path, n], undefined, true)),
                ),
            ),
            button('One more', () => put([...path, there.length], {}, true)),
        ]);
    }

    function map(part, path, label) {
        const there = Object.keys(valueAt(JSON.parse(text()), path) ?? {});
        const known = (part.propertyNames?.enum ?? []).filter(key => !there.includes(key));
        const id = `s-${path.join('-')}-new`;
        const name = part.propertyNames?.enum
            ? made('select', { id }, ...known.map(key => made('option', { value: key, textContent: words(key) })))
            : made('input', { id, className: 'ver', type: 'text' });
        const empty = { parts: {}, map: {}, text: '', choice: part.additionalProperties.enum?.[0] }[kind(part.additionalProperties)];
        return opening(part, path, label, there.length === 0 ? 'none' : there.map(words).join(', '), () => [
            ...there.map(key => field(part.additionalProperties, [...path, key], key, false)),
            ...there.map(key => button(`Leave out ${key}`, () => put([...path, key], undefined, true))),
            made('label', { htmlFor: id, textContent: 'one more, called' }),
            name,
            button('Add it', () => name.value === '' || put([...path, name.value], empty, true)),
        ]);
    }

    function choices(part, path, label) {
        const chosen = () => valueAt(JSON.parse(text()), path) ?? [];
        const boxes = part.items.enum.map(one => {
            const box = made('input', { type: 'checkbox', checked: chosen().includes(one) });
            box.addEventListener('change', event => {
                event.stopPropagation();
                const now = box.checked ? [...chosen(), one] : chosen().filter(other => other !== one);
                put(path, now.length > 0 ? now : undefined);
            });
            return made('label', {}, box, ` ${words(one)}`);
        });
        return made('fieldset', {}, made('legend', { textContent: label }), ...help(part), ...boxes);
    }

    function button(label, act) {
        const element = made('button', { type: 'button', className: 'btn', textContent: label });
        element.addEventListener('click', act);
        return element;
    }

    // Drawn again where the text was changed from elsewhere; what a person writes in stays as it is.
    function draw() {
        try {
            JSON.parse(text());
        } catch {
            return;
        }
        const at = document.activeElement?.id;
        root.replaceChildren(...fields(schema, []));
        at && root.querySelector(`#${CSS.escape(at)}`)?.focus();
    }

    draw();
    return draw;
}
