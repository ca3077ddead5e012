import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
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
    await expect(page.getByText('not a folder below one that may be read')).toBeVisible();
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

test('a definition is guessed from a folder, put right beside real files, and kept', async ({ page }) => {
    const game = `${process.env.STASIMON_FOLDERS}/Rowing Club`;
    mkdirSync(`${game}/mods`, { recursive: true });
    const archive = readdirSync(folder).find(name => name.startsWith('tide-clock'));
    cpSync(`${folder}/${archive}`, `${game}/mods/${archive}`);
    writeFileSync(`${game}/club.json`, '{"version": "2.4"}');
    await page.goto('/games');
    await page.getByLabel(/guess one from a folder/).fill(game);
    await page.getByRole('button', { name: 'Guess' }).click();
    await page.getByLabel('Real files to try it on').setInputFiles(`${game}/mods/${archive}`);
    await expect(page.getByText(/Tide Clock \(tide-clock\) .* mod, as its ferry.mod.json says/)).toBeVisible();
    await expectAccessible(page);
    const text = page.getByLabel('Definition', { exact: true });
    const guess = await text.inputValue();
    await text.fill(guess.replace('"version": "2.4"', '"version": 2.4'));
    await expect(page.getByText(/^Line \d+, \/versions\/0\/version: a text is expected/)).toBeVisible();
    await page.getByRole('button', { name: 'Go to the line' }).click();
    await expect(text).toBeFocused();
    await text.fill(guess);
    await expect(page.getByText('Rowing Club (rowing-club)')).toBeVisible();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('Nobody has agreed to this command')).toBeVisible();
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
    await expect(page.getByRole('button', { name: 'Take back line 2' })).toBeVisible();
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

test('an old game in five stages: one loader over another, eleven mods, three claims of a number and its pair, one stage gone back from', async ({ page }) => {
    const archive = `${folder}.jar`;
    execFileSync('php', ['standins/content/game.php', '--version', '1.4.9', '--out', archive]);
    await page.goto('/games/ferrywright');
    await page.getByLabel('1.4.9', { exact: true }).setInputFiles(archive);
    await page.locator('form', { hasText: '1.4.9' }).getByRole('button', { name: 'Bring it' }).click();
    await expect(page.getByText(/is kept as it is/)).toBeVisible();
    await expectAccessible(page);
    await makeInstance(page, 'The Old Way', { version: '1.4.9', loader: 'spritsail', runtime: '8' });
    const root = rootOf(page);
    const stages = [
        ['The yard', ['Old Slip', 'Dry Docks', 'Steam Whistles'], 'clean', ''],
        ['The harbour master', ['Rope Walks', 'Salt Works'], 'word', "The harbour master's story is finished."],
        ['Oil and tin', ['Tin Funnels', 'Oil Slicks', 'Tallow Lamps'], 'clean', ''],
        ['Paddles', ['Ballast Tanks', 'Paddle Wheels'], 'clean', ''],
        ['Coal', ['Coal Bunkers'], 'clean', ''],
    ];
    for (const [title, mods, condition, about] of stages) {
        await page.goto(`${root}/find`);
        await addToDraft(page, ...mods);
        await page.goto(`${root}/stages`);
        await page.getByText(/^Write the (first|next) stage down$/).click({ trial: true });
        if (!(await page.getByLabel('Name').isVisible())) {
            await page.getByText(/^Write the next stage down$/).click();
        }
        await page.getByLabel('Name').fill(title);
        await page.getByLabel('Before the next one').selectOption(condition);
        await page.getByLabel('The sentence, or the mod').fill(about);
        await page.getByRole('button', { name: 'Write it down' }).click();
        await expect(page.getByRole('heading', { name: new RegExp(title) })).toBeVisible();
    }
    await expectAccessible(page);
    const goOn = async title => {
        await page.goto(`${root}/stages`);
        const word = page.getByRole('checkbox', { name: /^It is so/ });
        if (await word.isVisible()) {
            await word.check();
        }
        await page.getByRole('button', { name: `Go on: ${title}` }).click();
        await apply(page);
    };
    await goOn('The yard');
    await expect(page.getByRole('button', { name: /^Go on/ })).toHaveCount(0);
    await rehearse(page, 'Clean');
    await goOn('The harbour master');
    await goOn('Oil and tin');
    await rehearse(page, /Failed/);
    await page.getByRole('link', { name: 'Numbers' }).click();
    await expect(page.getByText(/claimed more than/)).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: /Give other numbers/ }).click();
    await apply(page);
    await rehearse(page, 'Clean');
    // The fourth is gone back from, and gone on to once more.
    await goOn('Paddles');
    await page.goto(`${root}/stages`);
    await page.getByRole('button', { name: 'Go back before Paddles' }).click();
    await apply(page);
    expect(execFileSync('unzip', ['-Z1', `${folderOf(page)}/ferrywright.jar`], { encoding: 'utf8' })).not.toContain('PaddleWheels');
    await rehearse(page, 'Clean');
    await goOn('Paddles');
    await rehearse(page, 'Clean');
    await goOn('Coal');
    await rehearse(page, 'Clean');
    await page.goto(`${root}/stages`);
    await page.getByRole('button', { name: 'That was the last one' }).click();
    // What lies over what, and that a script makes the same of the same files, byte for byte.
    await go(page, 'b', /order$/);
    await page.getByRole('link', { name: /^Merged into the game/ }).click();
    await expectAccessible(page);
    const order = (await page.locator('tr[data-id]').evaluateAll(rows => rows.map(row => row.dataset.id))).reverse();
    expect(order).toHaveLength(14);
    expect(order.indexOf('capstan')).toBeLessThan(order.indexOf('spritsail'));
    const depot = `${process.env.STASIMON_VAR}/depots/slipway`;
    const fileOf = id => {
        const [main, label] = id.split('.');
        const { releases } = JSON.parse(readFileSync(`${depot}/packages/${main}.json`, 'utf8'));
        const release = releases.findLast(one => main !== 'capstan' || one.version === '2.0.3');

        return `${depot}/${release.files[label ? 1 : 0].path}`;
    };
    execFileSync('python3', ['tests/Reference/merge.py', `${folder}-hand.jar`, archive, ...order.map(fileOf)]);
    expect(readFileSync(`${folder}-hand.jar`).equals(readFileSync(`${folderOf(page)}/ferrywright.jar`))).toBe(true);
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
        await expect(page.getByRole('row', { name: /asked for Long Shore/ })).toBeVisible({ timeout: 1500 });
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
        await expect(page.getByRole('row', { name: /Broad Water opens whole/ })).toBeVisible({ timeout: 1500 });
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
    await page.getByLabel('Call it').fill('Worldly, twice');
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

test('two friends: given away by picture and text, apart, compared, taken over, and alike', async ({ page, browser }) => {
    await makeInstance(page, 'Mine');
    await addToDraft(page, 'Fogbank Weather', 'Gulls');
    await apply(page);
    const mine = rootOf(page);
    await go(page, 'o', /hand-off$/);
    await expect(page.getByRole('heading', { name: 'Give this one away' })).toBeVisible();
    await expectAccessible(page);
    const text = await page.getByLabel('The hand-off as text').inputValue();
    // The picture says the same, to a reader that none of us wrote.
    const picture = test.info().outputPath('picture.png');
    await page.locator('.picture svg').evaluate(svg => (svg.style.width = '900px'));
    await page.locator('.picture').evaluate(box => (box.style.width = '900px'));
    await page.locator('.picture').screenshot({ path: picture });
    expect(execFileSync('zbarimg', ['--quiet', '--raw', picture], { encoding: 'utf8' }).trim()).toBe(text);
    // A friend pastes it where a wish list is asked for, and has the same.
    const friend = await (await browser.newContext()).newPage();
    await friend.goto('/wishes');
    await friend.getByLabel('Call it').fill('x');
    await friend.getByLabel('Names, one on each line').fill(`look: ${text}`);
    await friend.getByRole('button', { name: 'Where could these live?' }).click();
    await expect(friend.getByText('All of it is to be had here.')).toBeVisible();
    await expectAccessible(friend);
    await friend.getByLabel('Call it').fill('Theirs');
    await friend.getByRole('button', { name: 'Make an instance of it' }).click();
    await apply(friend);
    // The friend goes on by themselves; then both are put side by side.
    await friend.goto(`${rootOf(friend)}/find`);
    await addToDraft(friend, 'Long Piers');
    await apply(friend);
    await page.goto(`${mine}/hand-off`);
    await page.getByLabel('or choose').selectOption({ label: 'Theirs' });
    await page.getByRole('button', { name: 'Compare' }).click();
    await expect(page.getByRole('row', { name: /Long Piers not here .* adds what the other side sends/ })).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Take theirs of Long Piers' }).click();
    await apply(page, `${mine}/draft`);
    // Both at once: what was before, and theirs; the one that is the same is said so.
    await page.goto(`${mine}/hand-off`);
    for (const beside of [{ label: 'Theirs' }, { label: /^Before / }]) {
        const label = await page.locator('#other option', { hasText: beside.label }).first().textContent();
        await page.getByLabel('or choose').selectOption({ label: label.trim() });
        await page.getByRole('button', { name: 'Compare' }).click();
        await expect(page.getByRole('heading', { name: /^Beside / })).toBeVisible();
    }
    await expect(page.getByRole('heading', { name: 'Beside 2 others' })).toBeVisible();
    await expect(page.getByText('You can play together with Theirs.')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('link', { name: 'Leave out Theirs' }).click();
    await expect(page.getByRole('heading', { name: /^Beside .* before / })).toBeVisible();
    await page.goto(`${mine}/hand-off`);
    await page.getByLabel('or choose').selectOption({ label: 'Theirs' });
    await page.getByRole('button', { name: 'Compare' }).click();
    await expect(page.getByText('Nothing differs. You can play together.')).toBeVisible();
});

test('wishes marked in the depots, one search after another, on a base that is chosen by hand', async ({ page }) => {
    await page.goto('/find');
    for (const name of ['Fogbank Weather', 'Long Piers']) {
        await page.getByLabel('Words to look for').fill(name);
        await page.getByLabel(`Mark ${name}`, { exact: true }).check();
    }
    await expect(page.getByRole('region', { name: 'Marked' })).toContainText('2 marked');
    await expectAccessible(page);
    await page.getByRole('button', { name: /Where could these live/ }).click();
    await expect(page.getByText(/Being tried/)).toHaveCount(0);
    await page.getByRole('link', { name: /^3\.2\.1 on Halyard: 2 of 2 hold/ }).click();
    await page.getByRole('link', { name: 'Choose build, runtime and memory' }).click();
    await expect(page.getByText('2 of 2 hold here')).toBeVisible();
    await page.getByLabel('Name').fill('By hand');
    await page.getByRole('button', { name: 'Make it' }).click();
    await apply(page);
    // Put away with all that is in it, and back as it was.
    await page.goto(rootOf(page));
    await page.getByText('Put this instance away, or remove it').click();
    await page.getByRole('button', { name: 'Put By hand away' }).click();
    await page.getByRole('button', { name: 'Bring back By hand' }).click();
    await expect(page.getByText('By hand is back, as it was.')).toBeVisible();
    await rehearse(page, 'Clean');
});

test("depots: a pack: made, published, found, its newer release taken with changes of one's own kept, and joined", async ({ page }) => {
    await makeInstance(page, 'Author');
    await addToDraft(page, 'Fogbank Weather', 'Long Piers');
    await apply(page);
    const author = rootOf(page);
    mkdirSync(`${folderOf(page)}/config`, { recursive: true });
    writeFileSync(`${folderOf(page)}/config/tides.cfg`, 'high = 1\nlow = 1\nslack = 1\n');
    await page.goto(`${author}/pack`);
    await page.getByLabel('Name', { exact: true }).fill('Small Crossing');
    await page.getByLabel('Id', { exact: true }).fill('small-crossing');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Make the pack' }).click();
    const saved = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Save its file' }).click();
    const file = await (await saved).path();
    // Published in a depot it makes an instance elsewhere; what was made of the pack here is taken away first.
    await page.goto('/packs');
    await page.getByRole('button', { name: 'Take away Small Crossing 1' }).click();
    execFileSync('bin/stasimon', ['pack', 'publish', file, '--into', `${process.env.STASIMON_VAR}/depots/tidepool`]);
    await page.goto('/depots');
    await page.getByRole('button', { name: 'Read what is new on Tidepool' }).click();
    await expect(async () => {
        await page.goto('/packs?q=crossing');
        await page.getByRole('button', { name: 'Fetch Small Crossing 1' }).click({ timeout: 1500 });
    }).toPass();
    await page.getByRole('link', { name: 'See Small Crossing 1' }).click();
    await expectAccessible(page);
    await page.getByLabel('Call it').fill('Player');
    await page.getByRole('button', { name: 'Make an instance of it' }).click();
    await apply(page);
    const player = rootOf(page);
    expect(readFileSync(`${folderOf(page)}/config/tides.cfg`, 'utf8')).toContain('slack = 1');
    writeFileSync(`${folderOf(page)}/config/tides.cfg`, 'high = 5\nlow = 1\nslack = 1\n');
    await page.goto(`${player}/find`);
    await addToDraft(page, 'Gulls');
    await apply(page);
    // The author goes on.
    await page.goto(`${author}/find`);
    await addToDraft(page, 'Weather Glass');
    await apply(page);
    writeFileSync(`${folderOf(page)}/config/tides.cfg`, 'high = 1\nlow = 1\nslack = 9\n');
    await page.goto(`${author}/pack`);
    await page.getByLabel('Name', { exact: true }).fill('Small Crossing');
    await page.getByLabel('Id', { exact: true }).fill('small-crossing');
    await page.getByLabel('Release', { exact: true }).fill('2');
    await page.getByRole('button', { name: 'Make the pack' }).click();
    await page.getByRole('link', { name: /See what this release changes there/ }).click();
    await expect(page.getByRole('heading', { name: 'Small Crossing 1 to 2' })).toBeVisible();
    await expect(page.getByText('config/tides.cfg')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Put it into the draft' }).click();
    await apply(page);
    expect(readFileSync(`${folderOf(page)}/config/tides.cfg`, 'utf8')).toBe('high = 5\nlow = 1\nslack = 9\n');
    // A server of it lets its client in.
    await page.goto(`${player}/hand-off`);
    await page.getByRole('button', { name: "A server's half" }).click();
    await expect(async () => apply(page, `${rootOf(page)}/draft`)).toPass();
    await page.goto(`${player}/hand-off`);
    await page.getByRole('button', { name: 'Rehearse it together with its server' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Clean');
});

test('depots: a release that is published is told where somebody waits for it', async ({ page }) => {
    await page.goto('/wishes');
    await page.getByLabel('Call it').fill('For the new one');
    await page.getByLabel('Names, one on each line').fill('Gulls\nFogbank Weather');
    await page.getByRole('button', { name: 'Where could these live?' }).click();
    await expect(page.getByText(/Being tried/)).toHaveCount(0);
    await page.getByRole('link', { name: /^3\.3\.2 on Halyard: 1 of 2 hold/ }).click();
    await page.getByRole('button', { name: 'Tell me when all are there' }).click();
    await expect(page.getByText('You are told on the register when more have come.')).toBeVisible();
    // Its author publishes a release for that version.
    const depot = `${process.env.STASIMON_VAR}/depots/slipway`;
    const fogbank = JSON.parse(readFileSync(`${depot}/packages/fogbank.json`, 'utf8'));
    const needs = [{ id: 'ferrywright', range: '>=3.3.0' }, { id: 'halyard' }];
    fogbank.releases.push({ ...fogbank.releases[0], version: '3.0.0', channel: 'stable', published: new Date().toISOString(), needs });
    writeFileSync(`${depot}/packages/fogbank.json`, JSON.stringify(fogbank));
    const said = JSON.parse(readFileSync(`${depot}/changes.json`, 'utf8'));
    said.sequence++;
    said.changes = [...said.changes.filter(({ id }) => id !== 'fogbank'), { id: 'fogbank', sequence: said.sequence }];
    writeFileSync(`${depot}/changes.json`, JSON.stringify(said));
    await page.goto('/');
    await page.getByRole('button', { name: 'Read what is new on Slipway' }).click();
    await expect(async () => {
        await page.goto('/');
        await expect(page.getByText('All 2 hold on 3.3.2 with Halyard; Fogbank Weather came.')).toBeVisible({ timeout: 1500 });
    }).toPass();
    await expectAccessible(page);
    await page.getByRole('table', { name: 'Good news' }).getByRole('link', { name: 'For the new one' }).click();
    await expect(page.getByText('2 of 2 come along')).toBeVisible();
    await page.goto('/');
    await page.getByRole('button', { name: 'I have seen it: For the new one' }).click();
    await expect(page.getByText('Good news')).toHaveCount(0);
});
