import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { addToDraft, apply, expectAccessible, files, folderOf, go, makeInstance, rehearse, rootOf } from './steps.js';

const folder = `${process.env.STASIMON_VAR}/from-a-page`;
test.beforeAll(() => execFileSync('php', ['standins/content/page.php', '--out', folder]));

test('files from a page: recognised, asked about, added, and clean with them', async ({ page }) => {
    await makeInstance(page, 'From a Page');
    await addToDraft(page, 'Gulls');
    await apply(page);
    await page.goto(`${rootOf(page)}/shelf`);
    await page.locator('#files').setInputFiles(readdirSync(folder).map(name => `${folder}/${name}`));
    await page.getByRole('button', { name: 'Take them in' }).click();
    const row = name => page.getByRole('row').filter({ hasText: name });
    await expect(row('tide-clock.zip')).toContainText('A package of your own');
    await expect(row('Bell-Buoys-9.0.0.zip')).toContainText('No depot has its release 9.0.0.');
    await expect(row('Paper Lanterns')).toContainText('Nothing says what it is');
    await expectAccessible(page);
    await row('Harbour_Bells').getByRole('link', { name: 'Say what it is' }).click();
    await expect(page.getByRole('radio', { checked: true })).toHaveValue('harbour-bells/bells');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Keep that' }).click();
    for (const name of ['Harbour_Bells', 'tide-clock.zip']) {
        await row(name).getByRole('button', { name: 'Add it' }).click();
        await page.getByRole('link', { name: 'From your disk' }).click();
    }
    await page.getByRole('link', { name: 'Draft', exact: true }).click();
    await apply(page);
    expect(files(`${folderOf(page)}/mods`)).toEqual(expect.arrayContaining(['Harbour_Bells-v2.1.zip', 'gulls-2.0.0.zip', 'tide-clock.zip']));
    await rehearse(page, 'Clean');
});

test('a folder from elsewhere: read, made an instance, and clean as it was', async ({ page }) => {
    await makeInstance(page, 'Where It Was');
    await addToDraft(page, 'Gulls', 'Bell Buoys');
    await apply(page);
    const old = `${process.env.STASIMON_FOLDERS}/Old one`;
    mkdirSync(`${old}/config`, { recursive: true });
    ['mods', 'loader'].forEach(part => cpSync(`${folderOf(page)}/${part}`, `${old}/${part}`, { recursive: true }));
    writeFileSync(`${old}/ferrywright.json`, '{"game": "Ferrywright", "version": "3.2.1"}');
    writeFileSync(`${old}/config/own.toml`, 'mine = 1');
    await page.goto('/folders');
    await page.getByLabel('Folder', { exact: true }).fill('/etc');
    await page.getByRole('button', { name: 'Read it' }).click();
    await expect(page.getByText('may not be read yet')).toBeVisible();
    await page.goto('/folders');
    await page.getByLabel('Folder', { exact: true }).fill(old);
    await page.getByRole('button', { name: 'Read it' }).click();
    await expect(page.getByText('Ferrywright 3.2.1 on Halyard')).toBeVisible();
    await expectAccessible(page);
    await page.getByLabel('Call it').fill('As It Was');
    await page.getByRole('button', { name: 'Make an instance of it' }).click();
    await page.getByRole('link', { name: 'See its draft, and apply it' }).click();
    await apply(page);
    expect(existsSync(`${folderOf(page)}/config/own.toml`)).toBe(true);
    await rehearse(page, 'Clean');
});

test('played: by key, its log as it comes, ended when asked, and its worlds put back', async ({ page }) => {
    await makeInstance(page, 'Played');
    await addToDraft(page, 'Gulls');
    await apply(page);
    const world = `${folderOf(page)}/worlds/Long Shore`;
    mkdirSync(world, { recursive: true });
    writeFileSync(`${world}/world.json`, '{"mods": {}}');
    await page.goto(rootOf(page));
    await page.keyboard.press('Shift+P');
    await expect(page.getByRole('heading', { name: /^Being played since/ })).toBeVisible();
    await expect(page.getByText('world "Long Shore" saved').first()).toBeVisible();
    await expectAccessible(page);
    await page.goto('/');
    await expect(page.getByRole('row', { name: /Played/ })).toContainText('being played');
    await page
        .getByRole('row', { name: /Played/ })
        .getByRole('link', { name: 'being played' })
        .click();
    await page.getByRole('button', { name: 'Ask it to end' }).click();
    await expect(page.getByRole('heading', { name: /^Played for .* and ended cleanly/ })).toBeVisible();
    await expect(page.getByText('The world Long Shore was written into.')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: /^Put the worlds back/ }).click();
    await expect(page.getByText('worlds as they were')).toBeVisible();
    await apply(page);
    await expect.poll(() => readFileSync(`${world}/world.json`, 'utf8')).toBe('{"mods": {}}');
});

// A native program with scripts: one of its five mods needs what is not there, and says so in a log of its own.
function rowingClub() {
    const game = mkdtempSync('/tmp/stasimon-club-') + '/Rowing Club';
    ['fast-cars', 'night-sky', 'big-map', 'quiet-horns'].forEach(name => mkdirSync(`${game}/scripts/${name}`, { recursive: true }));
    mkdirSync(`${game}/scripts/old-radio`);
    writeFileSync(`${game}/scripts/old-radio/needs`, 'tg-hook');
    writeFileSync(
        `${game}/rowing`,
        [
            '#!/bin/sh',
            'cd "$(dirname "$0")"',
            'say() { echo "12:00:0$1 [$2] $3" >> rowing.log; }',
            ': > rowing.log',
            'say 1 INFO "rowing 2.4.7 begins"',
            'for one in scripts/*; do',
            '    if [ -f "$one/needs" ]; then say 2 ERROR "script ${one#*/} cannot start: needs $(cat "$one/needs")"; exit 1; fi',
            'done',
            'say 3 INFO "ready to play"',
        ].join('\n') + '\n',
        { mode: 0o755 },
    );
    ['fast-cars', 'night-sky', 'big-map', 'quiet-horns'].forEach(name => writeFileSync(`${game}/scripts/${name}/main.lua`, `-- ${name}`));
    writeFileSync(`${game}/version.json`, '{"version": "2.4.7"}');
    writeFileSync(`${game}/rowing.log`, '12:00:01 [INFO] rowing 2.4.7 begins\n12:00:02 [ERROR] script old-radio cannot start: needs tg-hook\n');
    return game;
}

test('a game is taught from its folder without an expression, and who fails in it is named', async ({ page }) => {
    const game = rowingClub();
    await page.goto('/games');
    await page.getByLabel(/begin with a folder/).fill(game);
    await page.locator('#folder-open').selectOption('1');
    await page.getByRole('button', { name: 'Look into it' }).click();
    await page.getByLabel('Real files to try it on').setInputFiles(`${game}/rowing.log`);
    await page.getByRole('button', { name: /old-radio cannot start/ }).click();
    const mark = async (text, name) => {
        await page.getByLabel('The line that is taught').evaluate((line, part) => {
            line.setSelectionRange(line.value.indexOf(part), line.value.indexOf(part) + part.length);
        }, text);
        await page.getByRole('button', { name, exact: true }).click();
    };
    await mark('old-radio', 'the mod');
    await mark('tg-hook', 'what it needs');
    await page.getByLabel('It means').selectOption('missing');
    await page.getByRole('button', { name: 'Write the pattern' }).click();
    await expect(page.getByText('Line 2: missing')).toBeVisible();
    await expectAccessible(page);
    // The fields and the text are one: what is wrong in the text has its line.
    const text = page.getByLabel('Its text', { exact: true });
    const guess = await text.inputValue();
    await text.fill(guess.replace('"version": "2.4.7"', '"version": 2.4'));
    await expect(page.getByText(/^Line \d+, \/versions\/0\/version: a text is expected/)).toBeVisible();
    await text.fill(guess);
    await page.getByLabel('It is up when a line says').fill('/ready to play/');
    await expect(text).toHaveValue(/ready to play/);
    await page.getByRole('button', { name: 'Keep it' }).click();
    await page.getByRole('button', { name: 'I have seen it' }).click();
    await page.getByLabel('Its folder').fill(game);
    await page.getByRole('button', { name: 'Keep its files' }).click();
    await expect(page.getByText('Left out: scripts, with 5 files')).toBeVisible();
    await page.getByRole('link', { name: /Bring in a folder with mods/ }).click();
    await page.getByLabel('Folder', { exact: true }).fill(game);
    await page.getByRole('button', { name: 'Read it' }).click();
    await expect(page.getByText("3 are the game's own")).toBeVisible();
    await page.getByRole('button', { name: 'Make an instance of it' }).click();
    await page.getByRole('link', { name: 'See its draft, and apply it' }).click();
    await apply(page);
    await rehearse(page, 'Failed');
    await expect(page.getByText('Old Radio 1.0.0 needs tg-hook').first()).toBeVisible();
    await page.getByRole('button', { name: 'Turn Old Radio off' }).click();
    await apply(page);
    await rehearse(page, 'Clean');
    await page.getByRole('link', { name: 'Differs', exact: true }).click();
    await expect(page.getByText('scripts/fast-cars/main.lua')).toBeVisible();
    await expectAccessible(page);
});

// A program that others wrote, with packages of it as the machine has them.
function proving() {
    const packages = '/usr/lib/python3/dist-packages';
    const parent = mkdtempSync('/tmp/stasimon-proving-');
    const of = pattern => readdirSync(packages).filter(name => pattern.test(name));
    mkdirSync(`${parent}/Proving/checks`, { recursive: true });
    of(/^(_?pytest|pytest-7.*|attr|iniconfig|packaging|pluggy|pluggy-.*|py)$/).forEach(name =>
        cpSync(`${packages}/${name}`, `${parent}/Proving/${name}`, { recursive: true }),
    );
    writeFileSync(`${parent}/Proving/checks/test_sea.py`, 'def test_sea():\n    assert 1 + 1 == 2\n');
    const plugins = { xdist: /^(xdist|pytest_xdist-.*)$/, execnet: /^execnet/, sugar: /^pytest_sugar/, termcolor: /^termcolor/ };
    Object.entries(plugins).forEach(([name, pattern]) =>
        execFileSync('zip', ['-qr', `${parent}/${name}.zip`, ...of(pattern), '-x', '*__pycache__*'], { cwd: packages }),
    );

    return { game: `${parent}/Proving`, archives: Object.keys(plugins).map(name => `${parent}/${name}.zip`) };
}

test('a real program in Python, from its folder to a clean launch: what a plugin does not say is read in its log', async ({ page }) => {
    const { game, archives } = proving();
    await page.goto('/games');
    await page.getByLabel(/begin with a folder/).fill(game);
    await page.locator('#folder-open').selectOption('1');
    await page.getByRole('button', { name: 'Look into it' }).click();
    await page.getByLabel('Real files to try it on').setInputFiles(archives[0]);
    await expect(page.getByText(/pytest-xdist/).first()).toBeVisible();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await page.getByRole('button', { name: 'I have seen it' }).click();
    await page.getByLabel('Its folder').fill(game);
    await page.getByRole('button', { name: 'Keep its files' }).click();
    await expect(page.getByRole('row', { name: /7\.2\.1/ })).toContainText('Read again');
    await page.goto('/new?game=proving&version=7.2.1');
    await page.getByLabel('Name').fill('Plugins');
    await page.getByRole('button', { name: 'Make it' }).click();
    await page.getByRole('link', { name: 'From your disk' }).first().click();
    await page.locator('#files').setInputFiles(archives);
    await page.getByRole('button', { name: 'Take them in' }).click();
    for (const name of ['xdist.zip', 'sugar.zip']) {
        await page.getByRole('row').filter({ hasText: name }).getByRole('button', { name: 'Add it' }).click();
        await page.getByRole('link', { name: 'From your disk' }).first().click();
    }
    await page.getByRole('link', { name: 'Draft', exact: true }).click();
    await expect(page.getByRole('row', { name: /execnet .* for pytest-xdist/ })).toBeVisible();
    await apply(page);
    await rehearse(page, 'Failed');
    await expect(page.getByText('Pytest-sugar 0.9.6 needs termcolor').first()).toBeVisible();
    await page.getByRole('button', { name: 'Add termcolor' }).click();
    await apply(page);
    await rehearse(page, 'Clean');
});

// Another, for .NET: what it is made of, and assemblies of two packages that it can load.
function inspection() {
    const from = '/usr/lib/gendarme';
    const parent = mkdtempSync('/tmp/stasimon-inspection-');
    mkdirSync(`${parent}/Inspection/reports`, { recursive: true });
    ['gendarme.exe', 'Gendarme.Framework.dll', 'Mono.Cecil.dll'].forEach(name => cpSync(`${from}/${name}`, `${parent}/Inspection/${name}`));
    cpSync(`${from}/Gendarme.Rules.Ui.dll`, `${parent}/Inspection/sample.exe`);
    writeFileSync(`${parent}/Inspection/reports/last.txt`, 'none yet');
    const gac = '/usr/lib/mono/gac/ICSharpCode.SharpZipLib';
    const zip = `${gac}/${readdirSync(gac).find(name => name.startsWith('4.84'))}/ICSharpCode.SharpZipLib.dll`;

    return { game: `${parent}/Inspection`, rules: name => `${from}/Gendarme.Rules.${name}.dll`, zip };
}

test('a real program for .NET, from a worked example to a clean launch: what nobody has fails by name, and helps once it is there', async ({ page }) => {
    const { game, rules, zip } = inspection();
    await page.goto('/games');
    await page.getByRole('link', { name: 'a program for .NET that loads assemblies' }).click();
    await expect(page.getByText('Like a program for .NET')).toBeVisible();
    await page.getByLabel('Real files to try it on').setInputFiles(rules('Smells'));
    await expect(page.getByText(/Needs .*gendarme\.rules\.performance/)).toBeVisible();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await page.getByRole('button', { name: 'I have seen it' }).click();
    await page.getByLabel('Its folder').fill(game);
    await page.locator('#install-path-open').selectOption('1');
    await page.getByRole('button', { name: 'Keep its files' }).click();
    await expect(page.getByRole('row', { name: /4\.2\.0\.0/ })).toContainText('Read again');
    await page.goto('/new?game=inspection&version=4.2.0.0');
    await page.getByLabel('Name').fill('Rules');
    await page.getByRole('button', { name: 'Make it' }).click();
    const bring = async files => {
        await page.getByRole('link', { name: 'From your disk' }).first().click();
        await page.locator('#files').setInputFiles(files);
        await page.getByRole('button', { name: 'Take them in' }).click();
        await expect(page.getByRole('row').filter({ hasText: files.at(-1).split('/').at(-1) })).toContainText('4.');
    };
    await bring([rules('Portability'), rules('Smells'), zip]);
    await page.getByRole('row').filter({ hasText: 'Portability.dll' }).getByRole('button', { name: 'Add it' }).click();
    await page.getByRole('link', { name: 'Draft', exact: true }).click();
    await expect(page.getByRole('row', { name: /SharpZipLib .* for Gendarme\.Rules\.Portability/ })).toBeVisible();
    await apply(page);
    await rehearse(page, 'Clean');
    // Nobody has what this one refers to; disregarded, the launch says by name what is missing, and of whom.
    await page.getByRole('link', { name: 'From your disk' }).first().click();
    await page.getByRole('row').filter({ hasText: 'Smells.dll' }).getByRole('button', { name: 'Add it' }).click();
    await page.getByRole('link', { name: 'Draft', exact: true }).click();
    await page.getByRole('button', { name: /^Disregard what Gendarme\.Rules\.Smells/ }).click();
    await apply(page);
    await rehearse(page, 'Failed');
    await expect(page.getByText('Gendarme.Rules.Smells 4.2.0.0 needs the assembly Gendarme.Rules.Performance').first()).toBeVisible();
    const failed = page.url();
    await bring([rules('Performance')]);
    await page.goto(failed);
    await page.getByRole('button', { name: 'Add Gendarme.Rules.Performance' }).click();
    await apply(page);
    await rehearse(page, 'Clean');
});

test('a real native program, from a worked example to a clean launch: a module that lacks another is named', async ({ page }) => {
    const parent = mkdtempSync('/tmp/stasimon-front-');
    mkdirSync(`${parent}/Front/html`, { recursive: true });
    cpSync('/usr/sbin/nginx', `${parent}/Front/nginx`);
    writeFileSync(`${parent}/Front/html/index.html`, 'up');
    await page.goto('/games');
    await page.getByRole('link', { name: 'a native program that loads modules' }).click();
    await page.getByLabel('Real files to try it on').setInputFiles('/usr/lib/nginx/modules/ndk_http_module.so');
    await expect(page.getByText(/library \(ELF\) for/)).toBeVisible();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await page.getByRole('button', { name: 'I have seen it' }).click();
    await page.getByLabel('Its folder').fill(`${parent}/Front`);
    await page.locator('#install-path-open').selectOption('1');
    await page.getByRole('button', { name: 'Keep its files' }).click();
    await expect(page.getByRole('row', { name: /1\.22\.1/ })).toContainText('Read again');
    await page.goto('/new?game=front&version=1.22.1');
    await page.getByLabel('Name').fill('Modules');
    await page.getByRole('button', { name: 'Make it' }).click();
    await page.getByRole('link', { name: 'From your disk' }).first().click();
    const shelf = page.url();
    const modules = ['ngx_http_set_misc_module', 'ndk_http_module'];
    await page.locator('#files').setInputFiles(modules.map(name => `/usr/lib/nginx/modules/${name}.so`));
    await page.getByRole('button', { name: 'Take them in' }).click();
    // Nothing in a module says what it is.
    for (const name of modules) {
        await page
            .getByRole('row')
            .filter({ hasText: `${name}.so` })
            .getByRole('link', { name: 'Say what it is' })
            .click();
        await page.locator('#id').fill(name);
        await page.locator('#version').fill('1.22.1');
        await page.locator('#kind').selectOption(name.startsWith('ndk') ? 'library' : 'mod');
        await page.getByRole('button', { name: 'Keep that' }).click();
        await page.goto(shelf);
    }
    await page
        .getByRole('row')
        .filter({ hasText: `${modules[0]}.so` })
        .getByRole('button', { name: 'Add it' })
        .click();
    await page.getByRole('link', { name: 'Draft', exact: true }).click();
    await apply(page);
    await rehearse(page, 'Failed');
    await expect(page.getByText(/ngx_http_set_misc_module.*ndk_http_module/i).first()).toBeVisible();
    await page.goto(shelf);
    await page
        .getByRole('row')
        .filter({ hasText: `${modules[1]}.so` })
        .getByRole('button', { name: 'Add it' })
        .click();
    await page.getByRole('link', { name: 'Draft', exact: true }).click();
    await apply(page);
    await rehearse(page, 'Clean');
});

test('from names, two of them misspelled, to a clean rehearsal on the base that holds most', async ({ page }) => {
    await page.goto('/wishes');
    await page.getByLabel('Call it').fill('For the summer');
    await page.getByLabel('Names, one on each line').fill('Gulls\nfogbenk\nLong Peirs\nNight Ferries');
    await page.getByRole('button', { name: 'Where could these live?' }).click();
    await expect(page.getByRole('row', { name: /fogbenk Fogbank Weather/ })).toBeVisible();
    await expect(page.getByRole('row', { name: /Long Peirs Long Piers/ })).toBeVisible();
    await expect(page.getByText(/Being tried/)).toHaveCount(0);
    await expectAccessible(page);
    await page.getByRole('link', { name: /^3\.2\.1 on Halyard: 3 of 4 hold/ }).click();
    await expect(page.getByText('3 of 4 come along')).toBeVisible();
    await expect(page.getByText(/Night Ferries cannot stand here with/)).toBeVisible();
    await page.getByRole('button', { name: 'Make it here' }).click();
    await apply(page);
    await rehearse(page, 'Clean');
    // And from there to another version, beside it.
    await page.getByRole('link', { name: 'Move', exact: true }).click();
    await page.getByRole('link', { name: /^3\.2\.2 on Halyard: 3 of 3 hold/ }).click();
    await page.getByRole('textbox', { name: 'Call it' }).fill('Summer, moved');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Move there' }).click();
    await expect(page.getByText('It stands beside For the summer, which stays as it is.')).toBeVisible();
    // A worker copies configs; until then the instance is busy, and says so.
    await expect(async () => apply(page, `${rootOf(page)}/draft`)).toPass();
    await rehearse(page, 'Clean');
});

test('configs: written beside what a launch made, the wrong line marked, taken back, and replaced in all of them', async ({ page }) => {
    await makeInstance(page, 'Settled');
    await addToDraft(page, 'Lampoil', 'Gulls');
    await apply(page);
    await rehearse(page, 'Clean');
    await go(page, 'c', /configs$/);
    await expect(page.getByRole('row', { name: /config\/lampoil\.json Lampoil by its name as the mod made it/ })).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('link', { name: 'config/lampoil.json' }).click();
    const text = page.getByLabel('What is in config/lampoil.json');
    await text.fill('{\n  "hours": 7,\n  "smell": tru\n}\n');
    await expect(page.getByText('Line 3: a value is expected')).toBeVisible();
    await expect(page.locator('.gutter b')).toHaveText('3');
    await expectAccessible(page);
    await text.fill('{\n    "hours": 7,\n    "smell": true\n}');
    await expect(page.getByText('It can be read as JSON.')).toBeVisible();
    await text.press('Control+s');
    await expect(page.getByText('is in the draft. Apply it')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Take back hours' })).toBeVisible();
    await expectAccessible(page, { inDark: true });
    await page.getByRole('link', { name: 'Configs' }).first().click();
    await page.getByLabel('Search in all configs').fill('hours');
    await page.getByRole('button', { name: 'Search in them' }).click();
    await page.getByLabel('put in their place').fill('days');
    await page.getByRole('button', { name: 'Show what it comes to' }).click();
    await expect(page.getByText('"days": 7,')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Replace in the marked configs' }).click();
    await apply(page);
    expect(JSON.parse(readFileSync(`${folderOf(page)}/config/lampoil.json`, 'utf8'))).toEqual({ days: 7, smell: true });
});

test('order: moved by key and by button, dragged, ruled, and launched so', async ({ page }) => {
    await makeInstance(page, 'Looks');
    await addToDraft(page, 'Tarred', 'Sailcloth', 'Driftwood');
    await apply(page);
    await go(page, 'b', /order$/);
    const names = () => page.locator('tr[data-id] a').allTextContents();
    expect(await names()).toEqual(['Tarred', 'Sailcloth', 'Driftwood']);
    await page.locator('tr[data-id=driftwood]').focus();
    await page.keyboard.press('Shift+K');
    expect(await names()).toEqual(['Tarred', 'Driftwood', 'Sailcloth']);
    await page.getByRole('button', { name: 'Move Tarred down' }).click();
    expect(await names()).toEqual(['Driftwood', 'Tarred', 'Sailcloth']);
    await page.locator('tr[data-id=sailcloth]').dragTo(page.locator('tr[data-id=driftwood]'));
    expect((await names())[0]).toBe('Sailcloth');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Put this order into the draft' }).click();
    await expect(page.getByText('The order is in the draft.')).toBeVisible();
    await page
        .getByRole('link', { name: /textures\/\w+\.png/ })
        .first()
        .click();
    await expect(page.locator('.sides img').first()).toBeVisible();
    await expectAccessible(page);
    await page.getByLabel('What wins', { exact: true }).selectOption({ label: 'Driftwood' });
    await page.getByLabel('What it wins over').selectOption({ label: 'Sailcloth' });
    await page.getByLabel('because').fill('wood first');
    await page.getByRole('button', { name: 'Give the rule' }).click();
    await expect(page.getByText('Driftwood wins over Sailcloth: wood first.')).toBeVisible();
    expect((await names())[0]).toBe('Driftwood');
    await apply(page, `${rootOf(page)}/draft`);
    await rehearse(page, 'Clean');
    expect(
        readFileSync(`${folderOf(page)}/pack-order.txt`, 'utf8')
            .trim()
            .split('\n')
            .at(-1),
    ).toContain('driftwood');
});

test("files of one's own: seen among the mods, taken out into the bin and had back; all of the instance kept and made again", async ({ page }) => {
    await makeInstance(page, 'Handmade');
    await addToDraft(page, 'Gulls');
    await apply(page);
    const root = rootOf(page);
    writeFileSync(`${folderOf(page)}/mods/mine.zip`, 'not a zip');
    writeFileSync(`${folderOf(page)}/notes.txt`, 'mine');
    await expect(async () => {
        await page.goto(root);
        await expect(page.getByText(/mods\/mine.zip (?!is being)/).first()).toBeVisible({ timeout: 5000 });
    }).toPass();
    await expectAccessible(page);
    await page.getByRole('button', { name: /^Take mine.zip out/ }).click();
    await expect(page.getByText('You take it out.')).toBeVisible();
    await expectAccessible(page);
    await apply(page);
    expect(existsSync(`${folderOf(page)}/mods/mine.zip`)).toBe(false);
    expect(readFileSync(`${folderOf(page)}/notes.txt`, 'utf8')).toBe('mine');
    await page.goto(`${root}/files?only=bin`);
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Have mods/mine.zip back' }).click();
    await expect(page.getByText('mods/mine.zip is where it was.')).toBeVisible();
    await page.goto(`${root}/about`);
    await page.getByRole('button', { name: 'Keep all of it' }).click();
    await expect(async () => {
        await page.goto(`${root}/about`);
        await expect(page.getByRole('button', { name: 'Make an instance of Handmade' })).toBeVisible({ timeout: 5000 });
    }).toPass();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Make an instance of Handmade' }).click();
    await expect(async () => {
        await page.goto('/');
        // One that needs somebody is named a second time.
        const links = page.getByRole('link', { name: 'Handmade', exact: true });
        expect(await links.evaluateAll(all => new Set(all.map(link => link.href)).size)).toBe(2);
    }).toPass();
    // A name that was typed before another version was chosen is still there.
    await page.goto('/new?game=ferrywright&version=3.2.1&loader=halyard');
    await page.getByLabel('Name').fill('For the winter');
    await page.reload();
    await expect(page.getByLabel('Name')).toHaveValue('For the winter');
});

test('worlds: kept, put away and back, put back by a draft; another instance like it with a world, and the store looked through', async ({ page }) => {
    await makeInstance(page, 'Worldly');
    await addToDraft(page, 'Gulls');
    await apply(page);
    const world = `${folderOf(page)}/worlds/Long Shore`;
    mkdirSync(world, { recursive: true });
    writeFileSync(`${world}/world.json`, '{"mods": {"gulls": "2.0.0"}}');
    await go(page, 'w', /worlds$/);
    await page.getByRole('button', { name: 'Back up now' }).click();
    await expect(async () => {
        await page.reload();
        await expect(page.getByRole('row', { name: /asked for Long Shore/ })).toBeVisible({ timeout: 5000 });
    }).toPass();
    await page.getByText('Rename, copy, save, data packs').click();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Put Long Shore away' }).click();
    await page.getByRole('button', { name: 'Bring back Long Shore' }).click();
    await expect(page.getByText('Long Shore is back.')).toBeVisible();
    // One that is too large for a form comes in slices.
    const large = `${folder}/Large.zip`;
    mkdirSync(`${folder}/large/Broad Water`, { recursive: true });
    writeFileSync(`${folder}/large/Broad Water/world.json`, '{"mods": {"gulls": "2.0.0"}}');
    writeFileSync(`${folder}/large/Broad Water/region.dat`, randomBytes(45_000_000));
    execFileSync('zip', ['-q', '-0', '-r', large, 'Broad Water'], { cwd: `${folder}/large` });
    await page.getByLabel('A world from an archive').setInputFiles(large);
    await page.getByRole('button', { name: 'Take it in' }).click();
    await expect(page.getByText('Large.zip is being taken in.')).toBeVisible();
    await expect(async () => {
        await page.reload();
        await expect(page.getByRole('row', { name: /Broad Water opens whole/ })).toBeVisible({ timeout: 5000 });
    }).toPass();
    await page.goto(`${rootOf(page)}/worlds`);
    writeFileSync(`${world}/world.json`, '{"mods": {}, "day": 9}');
    await page.getByRole('button', { name: /^Put back the worlds of .*\d$/ }).click();
    await apply(page);
    expect(readFileSync(`${world}/world.json`, 'utf8')).toBe('{"mods": {"gulls": "2.0.0"}}');
    await go(page, 'a', /about$/);
    await page.getByLabel('Notes').fill('Ask before you change it.');
    await page.getByRole('button', { name: 'Keep that' }).click();
    await expectAccessible(page);
    await page.getByLabel('Call it').first().fill('Worldly, twice');
    await page.getByLabel('Long Shore').check();
    await page.getByRole('button', { name: 'Make it' }).click();
    await expect(async () => apply(page, `${rootOf(page)}/draft`)).toPass();
    expect(existsSync(`${folderOf(page)}/worlds/Long Shore/world.json`)).toBe(true);
    await page.goto('/store');
    await page.getByRole('button', { name: 'Look again' }).click();
    await expect(page.getByText(/\d+ files, /)).toBeVisible();
    await expectAccessible(page);
    await page.goto('/');
    await expect(page.getByText('Ask before you change it.')).toBeVisible();
});
