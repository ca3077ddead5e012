import assert from 'node:assert/strict';
import { test } from 'node:test';
import { keepForms, recall, remember } from '../../resources/js/kept.js';

globalThis.sessionStorage = {
    kept: new Map(),
    getItem(key) {
        return this.kept.get(key) ?? null;
    },
    setItem(key, value) {
        this.kept.set(key, value);
    },
    removeItem(key) {
        this.kept.delete(key);
    },
};

// A page with one form, as far as the script asks for it.
function page(fields) {
    const listeners = {};
    const form = { dataset: { kept: 'new' }, elements: fields };
    const changed = [];
    fields.forEach(field => Object.assign(field, { form, dispatchEvent: () => changed.push(field.name) }));
    keepForms({ querySelectorAll: () => [form], addEventListener: (type, heed) => (listeners[type] = heed) });

    return { form, changed, type: field => listeners.input({ target: field }), submit: () => listeners.submit({ target: form }) };
}
globalThis.Event = class {};

test('what was typed and ticked is there again on the next page, and not once it was sent', () => {
    const first = page([
        { name: 'name', type: 'text', value: '' },
        { name: 'groups[]', type: 'checkbox', value: '3', checked: false },
        { name: '_token', type: 'hidden', value: 'a' },
    ]);
    const [name, group] = first.form.elements;
    name.value = 'Winter';
    first.type(name);
    group.checked = true;
    first.type(group);
    const second = page([
        { name: 'name', type: 'text', value: '' },
        { name: 'groups[]', type: 'checkbox', value: '3', checked: false },
        { name: 'groups[]', type: 'checkbox', value: '4', checked: false },
        { name: '_token', type: 'hidden', value: 'b' },
    ]);
    assert.deepEqual(
        second.form.elements.map(one => one.checked ?? one.value),
        ['Winter', true, false, 'b'],
    );
    assert.deepEqual(second.changed, ['name', 'groups[]']);
    second.submit();
    assert.equal(page([{ name: 'name', type: 'text', value: '' }]).form.elements[0].value, '');
});

test('a browser that keeps nothing, or something broken, stops nothing', () => {
    sessionStorage.setItem('kept x', 'no JSON');
    assert.deepEqual(recall('x'), {});
    sessionStorage.setItem = () => {
        throw new Error('full');
    };
    remember('x', { a: 1 });
});
