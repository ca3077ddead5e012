import assert from 'node:assert/strict';
import { test } from 'node:test';
import { refresh } from '../../resources/js/refresh.js';
import { theme } from '../../resources/js/theme.js';
import { watchTasks } from '../../resources/js/watch-tasks.js';

const answering = (text, headers = {}, ok = true) => {
    globalThis.fetch = async () => ({ ok, headers: new Map(Object.entries(headers)), text: async () => text });
};
const browser = () => {
    const told = { reloads: 0, soon: [] };
    globalThis.location = { reload: () => told.reloads++ };
    globalThis.document = { querySelector: () => null, documentElement: { dataset: {} } };
    globalThis.setTimeout = (what, when) => told.soon.push(when);

    return told;
};

test('a fragment replaces what is there, and is asked for again', async () => {
    const told = browser();
    answering('<p>40%</p>');
    const part = Object.assign(refresh('/apply'), { $el: { innerHTML: '' } });
    await part.look();
    assert.equal(part.$el.innerHTML, '<p>40%</p>');
    assert.deepEqual([told.reloads, told.soon], [0, [400]]);
});

test('the page is loaded anew when the server says that it is over', async () => {
    const told = browser();
    answering('', { 'X-Over': 'yes' });
    await Object.assign(refresh('/apply'), { $el: { innerHTML: 'before' } }).look();
    assert.deepEqual([told.reloads, told.soon], [1, []]);
});

test('an answer that fails changes nothing, and is asked for again', async () => {
    const told = browser();
    globalThis.fetch = async () => {
        throw new Error('away');
    };
    const part = Object.assign(refresh('/apply'), { $el: { innerHTML: 'before' } });
    await part.look();
    assert.equal(part.$el.innerHTML, 'before');
    assert.deepEqual([told.reloads, told.soon], [0, [400]]);
});

test('the top bar asks seldom while nothing runs, and loads a page anew that waited once all is over', async () => {
    const told = browser();
    answering('');
    const idle = Object.assign(watchTasks('/tasks', false), { $el: { innerHTML: '' } });
    await idle.look();
    assert.deepEqual([told.reloads, told.soon], [0, [3000]]);
    const waiting = Object.assign(watchTasks('/tasks', true), { $el: { innerHTML: '' } });
    await waiting.look();
    assert.equal(told.reloads, 1);
});

test('the theme turns, and is kept in a cookie', () => {
    browser();
    const now = theme('light');
    now.turn();
    assert.equal(globalThis.document.documentElement.dataset.theme, 'dark');
    assert.match(globalThis.document.cookie, /^theme=dark; path=\/; max-age=\d+; samesite=lax$/);
});
