import assert from 'node:assert/strict';
import { test } from 'node:test';
import { shown, taught, written } from '../../resources/js/definition-form.js';

const GAME = JSON.stringify({
    name: 'Rowing Club',
    versions: [{ version: '2.4.7', line: 'old' }],
    runtime: { rules: [{ from: '2.4.7', range: '*' }] },
    places: { mod: { folder: 'mods' }, library: { folder: 'mods' } },
    own: ['config'],
    launch: ['{dir}/rowing'],
    log: { line: '/x/', signatures: [{ kind: 'crash', pattern: '/y/' }] },
    kept: { as: 'it is' },
});

test('fields show what the text says, and nothing of a text that is no definition', () => {
    const fields = shown(GAME);
    assert.deepEqual(
        [fields.name, fields.versions, fields.mods, fields.loose, fields.own, fields.launch, fields.up],
        ['Rowing Club', '2.4.7', 'mods', '', 'config', '{dir}/rowing', ''],
    );
    for (const text of ['', '{', '[]', 'null', '7']) {
        assert.equal(shown(text), null);
        assert.equal(written(text, 'name', 'x'), text);
    }
});

test('what is written in a field is in the text, and all else stays', () => {
    const both = (name, value) => {
        const text = written(GAME, name, value);
        assert.equal(shown(text)[name], value, name);
        assert.deepEqual(JSON.parse(text).kept, { as: 'it is' });
        return JSON.parse(text);
    };
    assert.deepEqual(both('versions', '2.4.6\n2.4.7').versions, [{ version: '2.4.6' }, { version: '2.4.7', line: 'old' }]);
    assert.equal(both('versions', '2.4.6\n2.4.7').runtime.rules[0].from, '2.4.6');
    assert.deepEqual(both('mods', 'scripts').places, { mod: { folder: 'scripts' }, library: { folder: 'scripts' } });
    assert.equal(both('loose', 'yes').places.mod.unpack, true);
    assert.deepEqual(both('loose', 'each').places.mod, { folder: 'mods', unpack: true, each: true });
    assert.deepEqual(both('up', '/ready/').ready, { up: '/ready/' });
    assert.equal('ready' in JSON.parse(written(written(GAME, 'up', '/ready/'), 'up', '')), false);
    assert.equal(both('log', 'game.log').log.file, 'game.log');
});

test('a wording that is taught comes before the others', () => {
    const game = JSON.parse(taught(GAME, { kind: 'missing', pattern: '/z/' }));
    assert.deepEqual(
        game.log.signatures.map(one => one.kind),
        ['missing', 'crash'],
    );
});
