import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { test } from 'node:test';
import { Spec, Validation } from '@cyclonedx/cyclonedx-library';
import { PackageURL } from 'packageurl-js';
import expression from 'spdx-expression-parse';
import licences from 'spdx-license-ids' with { type: 'json' };

// Inventories that the core writes, judged by what others have written: the schema of CycloneDX and its library, a reader of
// Package URLs, and the SPDX License List.
const written = form => execFileSync('php', [new URL('inventory.php', import.meta.url).pathname, form], { encoding: 'utf8' });

test('what CycloneDX gets is valid by its own strict schema', async () => {
    const wrong = await new Validation.JsonStrictValidator(Spec.Version.v1dot6).validate(written('cyclonedx'));
    assert.equal(wrong, null, JSON.stringify(wrong));
    const spoiled = JSON.parse(written('cyclonedx'));
    spoiled.components[2].hashes[0].content = 'none';
    assert.notEqual(await new Validation.JsonStrictValidator(Spec.Version.v1dot6).validate(JSON.stringify(spoiled)), null);
});

test('Package URLs say to a reader of them what went in', () => {
    const urls = written('purl')
        .trim()
        .split('\n')
        .map(url => [url, PackageURL.fromString(url)]);
    assert.deepEqual(
        urls.map(([, url]) => [url.type, url.namespace ?? null, url.name, url.version]),
        [
            ['generic', null, 'ferrywright', '3.2.1'],
            ['generic', null, 'java', '21'],
            ['generic', null, 'fogbank', '2.1.0'],
            ['generic', null, 'odd+one', '1.0 beta/ä?#@%&'],
            ['generic', null, 'halyard', '0.16.4+build.7'],
        ],
    );
    assert.match(urls[2][1].qualifiers.checksum, /^sha256:[0-9a-f]{64}$/);
});

test('licences that are told by identifiers are in the SPDX License List', () => {
    const ours = JSON.parse(written('licences'));
    assert.ok(ours.length > 20);
    assert.deepEqual(
        ours.filter(id => !licences.includes(id)),
        [],
    );
});

test('SPDX has what its section 6 and 7 ask for, and each package once', () => {
    const document = JSON.parse(written('spdx'));
    assert.equal(document.spdxVersion, 'SPDX-2.3');
    assert.equal(document.dataLicense, 'CC0-1.0');
    assert.match(document.documentNamespace, /^https:\/\/[^#]+$/);
    assert.match(document.creationInfo.created, /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$/);
    const ids = document.packages.map(one => one.SPDXID);
    assert.equal(new Set(ids).size, 5);
    ids.forEach(id => assert.match(id, /^SPDXRef-[A-Za-z0-9.-]+$/));
    document.packages.forEach(one => {
        ['name', 'downloadLocation', 'licenseConcluded', 'licenseDeclared', 'copyrightText'].forEach(field => assert.ok(one[field]));
        assert.ok(one.licenseDeclared === 'NOASSERTION' || expression(one.licenseDeclared));
    });
    assert.deepEqual(
        document.relationships.filter(one => one.relationshipType === 'DESCRIBES').map(one => one.relatedSpdxElement),
        ids,
    );
});

test('the graph is in both, and whatever chance makes is valid and says what went in', async () => {
    const validator = new Validation.JsonStrictValidator(Spec.Version.v1dot6);
    for (let seed = 1; seed <= Number(process.env.STASIMON_CASES ?? 40); seed++) {
        const said = execFileSync('php', [new URL('inventory.php', import.meta.url).pathname, 'all', String(seed)], { encoding: 'utf8' });
        const { items, cyclonedx, spdx, urls, csv } = JSON.parse(said);
        assert.equal(await validator.validate(JSON.stringify(cyclonedx)), null, `seed ${seed}`);
        const read = urls.filter(Boolean).map(url => PackageURL.fromString(url));
        assert.deepEqual(
            read.map(url => [url.name, url.version]),
            items.map(item => [item.id, item.version]),
            `seed ${seed}`,
        );
        assert.deepEqual(
            (cyclonedx.components ?? []).map(one => [one.name, one.version]),
            items.map(item => [item.id, item.version]),
        );
        assert.deepEqual(
            spdx.packages.map(one => [one.name, one.versionInfo]),
            items.map(item => [item.id, item.version]),
        );
        // The same edges in both, and those that went in.
        const edges = items.flatMap(item => items.filter(other => item.needs.includes(other.id)).map(other => `${item.id} > ${other.id}`)).sort();
        const byRef = new Map(cyclonedx.components?.map(one => [one['bom-ref'], one.name]));
        const byId = new Map(spdx.packages.map(one => [one.SPDXID, one.name]));
        assert.deepEqual(
            cyclonedx.dependencies
                .filter(({ ref }) => ref !== 'line-up')
                .flatMap(({ ref, dependsOn }) => dependsOn.map(to => `${byRef.get(ref)} > ${byRef.get(to)}`))
                .sort(),
            edges,
        );
        assert.deepEqual(
            spdx.relationships
                .filter(one => one.relationshipType === 'DEPENDS_ON')
                .map(one => `${byId.get(one.spdxElementId)} > ${byId.get(one.relatedSpdxElement)}`)
                .sort(),
            edges,
        );
        assert.deepEqual(
            cyclonedx.dependencies[0].dependsOn.map(to => byRef.get(to)),
            items.filter(item => item.isWanted).map(item => item.id),
        );
        // Licences say the same in both: an expression that a reader of them reads, or what its depot says.
        items.forEach((item, n) => {
            const [one] = cyclonedx.components[n].licenses ?? [];
            const told = one?.expression ?? one?.license.id ?? '';
            assert.equal(spdx.packages[n].licenseDeclared, told === '' ? 'NOASSERTION' : told);
            assert.equal(one?.license?.name ?? told, item.licence);
            if (told !== '') {
                expression(told);
            }
        });
        csv.split('\r\n').forEach(row => assert.doesNotMatch(row, /(^|,)"[=+\-@\t\uFF1D]/u));
    }
});

test('a spreadsheet gets no formula, and a table in Markdown keeps its cells', () => {
    const rows = written('csv').trimEnd().split('\r\n');
    assert.equal(rows.length, 6);
    assert.ok(rows[4].startsWith('"odd+one","\'=cmd|""/c"", ""x""","1.0 beta'));
    const table = written('markdown').trimEnd().split('\n').slice(2);
    table.forEach(line => assert.equal(line.replaceAll('\\|', '').split('|').length, 7, line));
    assert.ok(!written('markdown').includes('<b>'));
});
