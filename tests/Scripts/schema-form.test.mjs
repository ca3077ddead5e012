import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { kind, meant, shownAs, valueAt, withValue, words } from '../../resources/js/schema-form.js';

const SCHEMA = JSON.parse(readFileSync(new URL('../../docs/formats/game.schema.json', import.meta.url)));

// Every part of a schema with its path.
function* parts(schema, path = []) {
    yield [path, schema];
    for (const [key, one] of Object.entries(schema.properties ?? {})) {
        yield* parts(one, [...path, key]);
    }
    for (const one of [schema.items, schema.additionalProperties]) {
        if (one && typeof one === 'object') {
            yield* parts(one, [...path, 0]);
        }
    }
}

test('each field of a definition is shown as what it is, with what it means and an example', () => {
    for (const [path, part] of parts(SCHEMA)) {
        if (part.const !== undefined || path.length === 0 || path.at(-1) === 0) {
            continue;
        }
        const as = kind(part);
        assert.ok(as !== 'json' || path.at(-1) === 'lines' || path.at(-1) === 'provides', path.join('.'));
        assert.ok(part.description || part.type === 'object', `${path.join('.')} is not explained`);
        assert.ok(part.examples || !['text', 'number', 'lines'].includes(as), `${path.join('.')} has no example`);
    }
});

test('what is written in a field is read back from it, and what makes no sense is not taken', () => {
    for (const [as, value] of [
        ['text', 'mods'],
        ['lines', ['saves', 'config']],
        ['switch', true],
        ['switch', false],
        ['number', 0.25],
        ['choice', 'java'],
        ['json', [{ id: 'core', version: '1' }, 'plain']],
    ]) {
        assert.deepEqual(meant(as, shownAs(as, value)), value, as);
        assert.equal(meant(as, ''), undefined, as);
    }
    assert.equal(meant('number', 'a few'), null);
    assert.equal(meant('json', '[1,'), null);
    assert.equal(words('loadReport'), 'load report');
});

test('a value is put where it belongs and taken from there, and all else stays', () => {
    const text = '{"kept": [1], "versions": [{"version": "1"}, {"version": "2"}]}';
    const after = JSON.parse(withValue(text, ['log', 'phases', 0, 'name'], 'loading'));
    assert.deepEqual(valueAt(after, ['log', 'phases', 0, 'name']), 'loading');
    assert.ok(Array.isArray(after.log.phases));
    assert.deepEqual(after.kept, [1]);
    assert.deepEqual(JSON.parse(withValue(text, ['versions', 0], undefined)).versions, [{ version: '2' }]);
    assert.equal('kept' in JSON.parse(withValue(text, ['kept'], undefined)), false);
    assert.equal(valueAt({}, ['log', 'line']), undefined);
    for (const broken of ['', '{', '[1,']) {
        assert.equal(withValue(broken, ['name'], 'x'), broken);
    }
    assert.equal(withValue('{"log": 7}', ['log', 'line'], 'x'), '{"log": 7}');
});
