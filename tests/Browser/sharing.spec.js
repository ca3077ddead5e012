import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { withAnother } from './other.js';
import { addToDraft, apply, expectAccessible, folderOf, go, makeInstance, rehearse, rootOf } from './steps.js';

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
        await expect(page.getByRole('button', { name: 'Fetch Small Crossing 1' })).toBeVisible({ timeout: 5000 });
    }).toPass();
    await page.getByRole('button', { name: 'Fetch Small Crossing 1' }).click();
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
    await expect(page.getByText('You are told on the first page when more have come.')).toBeVisible();
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
        await expect(page.getByText('All 2 hold on 3.3.2 with Halyard; Fogbank Weather came.')).toBeVisible({ timeout: 5000 });
    }).toPass();
    await expectAccessible(page);
    await page.getByRole('table', { name: 'Good news' }).getByRole('link', { name: 'For the new one' }).click();
    await expect(page.getByText('2 of 2 come along')).toBeVisible();
    await page.goto('/');
    await page.getByRole('button', { name: 'I have seen it: For the new one' }).click();
    await expect(page.getByText('Good news')).toHaveCount(0);
});

test('depots: a list of notices warns in a draft, what one says oneself elsewhere, and what helps is done for all from one page', async ({ page }) => {
    const list = {
        format: 'stasimon/notices',
        revision: 1,
        name: 'Pilots of the walk',
        notices: [{ about: 'long-piers', kind: 'apart', text: 'the piers cross', beside: [{ id: 'timetables' }] }],
    };
    await page.goto('/notices');
    await page.getByLabel('File of a list').setInputFiles({
        name: 'notices.json',
        mimeType: 'application/json',
        buffer: Buffer.from(JSON.stringify(list)),
    });
    await page.getByRole('button', { name: 'Subscribe' }).click();
    await expect(page.getByRole('cell', { name: 'Pilots of the walk', exact: true })).toBeVisible();
    await expectAccessible(page);
    await makeInstance(page, 'Warned');
    await addToDraft(page, 'Timetables', 'Long Piers');
    await expect(page.getByRole('heading', { name: /must not stand beside Timetables/ })).toBeVisible();
    await apply(page);
    // One's own word, from the page of a package.
    await page.goto(`${rootOf(page)}/packages/timetables`);
    await page.getByText('Say what you found out').click();
    await page.locator('select[name=kind]').selectOption('caution');
    await page.getByLabel('In words').fill('The ferries leave early');
    await page.getByRole('button', { name: 'Say so' }).click();
    await expect(page.getByText('The ferries leave early.')).toBeVisible();
    // All of it on one page: set aside and heeded again, drafted and applied.
    const id = rootOf(page).split('/').pop();
    const caution = page.getByRole('row', { name: /The ferries leave early/ });
    // A worker looks all instances over, which takes its moment.
    await expect(async () => {
        await page.goto(`/findings?instance=${id}`);
        await expect(caution).toBeVisible({ timeout: 2000 });
    }).toPass();
    await caution.getByText('set aside').click();
    await caution.getByRole('button', { name: /until it says something else/ }).click();
    await expect(caution).toHaveCount(0);
    await page.getByRole('button', { name: 'Heed them again' }).click();
    await page.goto(`/findings?instance=${id}`);
    await expect(caution).toBeVisible();
    await page
        .getByRole('row', { name: /must not stand beside Timetables/ })
        .getByRole('button', { name: /^Turn Long Piers off/ })
        .click();
    await expect(page.getByText(/One instance is drafted/)).toBeVisible();
    await expectAccessible(page);
    await page
        .getByRole('button', { name: /^Apply/ })
        .first()
        .click();
    await expect(async () => {
        await page.goto(`/findings?instance=${id}`);
        await expect(page.getByRole('row', { name: /must not stand beside Timetables/ })).toHaveCount(0, { timeout: 2000 });
    }).toPass();
});

test('depots: a pair that a search proves warns in the next instance, and at a friend who subscribes to it', async ({ page, browser }) => {
    test.slow();
    await makeInstance(page, 'Searched');
    await addToDraft(page, 'Gulls', 'Brass Binnacle', 'Glass Compass');
    await apply(page);
    await page.goto(rootOf(page));
    await rehearse(page, 'Failed after');
    await page.getByRole('button', { name: /^(Find it|Look for it all the same) can be stopped/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/Brass Binnacle and Glass Compass|Glass Compass and Brass Binnacle/);
    // The next one is warned before anything is applied.
    const warned = other => other.getByRole('heading', { name: /Brass Binnacle [\d.]+ (does not come up here|is reported broken)/ });
    await makeInstance(page, 'Next');
    await addToDraft(page, 'Brass Binnacle', 'Glass Compass');
    await expect(warned(page)).toBeVisible();
    // Saved as a list, which a friend takes in.
    await page.goto('/notices');
    const [saved] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Save them as a list' }).click()]);
    const list = readFileSync(await saved.path());
    expect(JSON.parse(list).notices.some(one => one.about === 'brass-binnacle' && one.beside[0].id === 'glass-compass')).toBe(true);
    await withAnother(browser, async friend => {
        await makeInstance(friend, 'At a friend');
        await addToDraft(friend, 'Brass Binnacle', 'Glass Compass');
        await expect(friend.getByRole('heading', { name: 'What the draft leads to' })).toBeVisible();
        await expect(warned(friend)).toHaveCount(0);
        await friend.goto('/notices');
        await friend.getByLabel('File of a list').setInputFiles({ name: 'notices.json', mimeType: 'application/json', buffer: list });
        await friend.getByRole('button', { name: 'Subscribe' }).click();
        await friend.goto('/');
        await friend.getByRole('link', { name: 'At a friend' }).first().click();
        await friend.getByRole('link', { name: 'Draft', exact: true }).click();
        await expect(warned(friend)).toBeVisible();
    });
});
