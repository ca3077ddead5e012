import assert from 'node:assert/strict';
import { test } from 'node:test';
import { keys } from '../../resources/js/keys.js';

// What of a page the keyboard asks for, and nothing else of a browser.
const page = (found = {}) => {
    const clicked = [];
    const element = name => ({
        name,
        matches: selector => selector === 'input' && name === 'field',
        focus: () => clicked.push(`focus ${name}`),
        click: () => clicked.push(name),
    });
    globalThis.CSS = { escape: text => text };
    globalThis.document = {
        activeElement: null,
        querySelector: selector => (selector in found ? element(found[selector]) : null),
        querySelectorAll: () => [],
    };

    return clicked;
};
const pressed = (key, more = {}) => ({ key, target: { closest: () => null, matches: () => false }, preventDefault() {}, ...more });

test('a key acts on what carries it', () => {
    const clicked = page({ '[data-key="a"]': 'add' });
    keys().press(pressed('a'));
    assert.deepEqual(clicked, ['add']);
});

test('a letter with shift is another key', () => {
    const clicked = page({ '[data-key="Shift R"]': 'rehearse', '[data-key="r"]': 'other' });
    keys().press(pressed('R', { shiftKey: true }));
    assert.deepEqual(clicked, ['rehearse']);
});

test('g and a letter go somewhere, once', () => {
    const clicked = page({ '[data-go="l"]': 'line-up', '[data-key="l"]': 'other' });
    const keyboard = keys();
    keyboard.press(pressed('g'));
    keyboard.press(pressed('l'));
    keyboard.press(pressed('l'));
    assert.deepEqual(clicked, ['line-up', 'other']);
});

test('a field is given the focus and not clicked', () => {
    const clicked = page({ '[data-key="/"]': 'field' });
    keys().press(pressed('/'));
    assert.deepEqual(clicked, ['focus field']);
});

test('nothing happens while somebody types, or holds control', () => {
    const clicked = page({ '[data-key="a"]': 'add' });
    keys().press(pressed('a', { target: { closest: () => ({}), matches: () => false } }));
    keys().press(pressed('a', { ctrlKey: true }));
    assert.deepEqual(clicked, []);
});

test('? opens the list of keys, and Escape closes it', () => {
    page();
    const keyboard = keys();
    keyboard.press(pressed('?'));
    assert.equal(keyboard.help, true);
    keyboard.press(pressed('Escape'));
    assert.equal(keyboard.help, false);
});
