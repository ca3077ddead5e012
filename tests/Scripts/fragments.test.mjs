import assert from 'node:assert/strict';
import { test } from 'node:test';
import { refresh } from '../../resources/js/refresh.js';
import { asking, tell } from '../../resources/js/tell.js';
import { theme } from '../../resources/js/theme.js';
import { watchTasks } from '../../resources/js/watch-tasks.js';

const answering = (text, headers = {}, ok = true) => {
    globalThis.fetch = async () => ({ ok, headers: new Map(Object.entries(headers)), text: async () => text });
};
const store = () => {
    const kept = {};

    return { getItem: key => kept[key] ?? null, setItem: (key, value) => (kept[key] = value) };
};
const browser = () => {
    const told = { reloads: 0, soon: [] };
    globalThis.location = { reload: () => told.reloads++ };
    globalThis.document = {
        querySelector: () => null,
        documentElement: { dataset: {} },
        body: { dataset: { instance: 'here' } },
        createElement: () => ({ innerHTML: '', content: { querySelector: () => null, querySelectorAll: () => [] } }),
    };
    globalThis.sessionStorage = store();
    globalThis.localStorage = store();
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
    const bar = () => ({ innerHTML: '', replaceChildren: () => {} });
    const idle = Object.assign(watchTasks('/tasks', false), { $el: bar() });
    await idle.look();
    assert.deepEqual([told.reloads, told.soon], [0, [3000]]);
    const waiting = Object.assign(watchTasks('/tasks', true), { $el: bar() });
    await waiting.look();
    assert.equal(told.reloads, 1);
    // Loaded anew, the page says itself what it waited for.
    assert.equal(asking(), 'since=-1&here=here');
});

test('what is new is told once in a browser, and where nobody looks only by a note that may be shown', () => {
    browser();
    const shown = [];
    document.querySelector = what => (what === '[data-tellings]' ? { append: one => shown.push(one.dataset.told) } : null);
    const article = told => ({ dataset: { told }, querySelector: () => ({ textContent: 'It is applied.', href: '/told/7' }) });
    assert.equal(asking(), 'since=-1&here=');
    tell([], '3');
    tell([article('3'), article('4'), article('5')], '5');
    tell([article('5')], '5');
    assert.deepEqual([shown, asking()], [['4', '5'], 'since=5&here=']);
    const notes = [];
    globalThis.window = globalThis;
    globalThis.Notification = function (title, { body, tag }) {
        notes.push([title, body, tag]);
    };
    document.hidden = true;
    tell([article('6')], '6');
    Notification.permission = 'granted';
    tell([article('7')], '7');
    assert.deepEqual([shown.length, notes], [2, [['Stasimon', 'It is applied.', 'told-7']]]);
});

test('the theme turns, and is kept in a cookie', () => {
    browser();
    const now = theme('light');
    now.turn();
    assert.equal(globalThis.document.documentElement.dataset.theme, 'dark');
    assert.match(globalThis.document.cookie, /^theme=dark; path=\/; max-age=\d+; samesite=lax$/);
});
