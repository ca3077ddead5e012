import { expect, test } from '@playwright/test';
import { appendFileSync, chmodSync, existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { addToDraft, apply, expectAccessible, files, folderOf, go, makeInstance, rehearse, rootOf } from './steps.js';

const mood = (depot, answer) => writeFileSync(`${process.env.STASIMON_VAR}/depots/${depot}/mood.json`, JSON.stringify({ answer }));
const well = () => ['slipway', 'tidepool'].forEach(depot => rmSync(`${process.env.STASIMON_VAR}/depots/${depot}/mood.json`, { force: true }));
const row = (page, name) => page.getByRole('row').filter({ has: page.getByRole('link', { name, exact: true }) });

test('depots: refused, paused, gone on with, trusted', async ({ page }) => {
    expect((await page.request.get('/', { headers: { Host: 'elsewhere.example' } })).status()).toBe(400);
    await page.goto('/');
    await page.getByRole('link', { name: 'Add, pause or trust them' }).click();
    await page.getByLabel('Add a depot by its address').fill('http://192.168.0.1/mods');
    await page.getByRole('button', { name: 'Add it' }).click();
    await expect(page.getByRole('alert')).toContainText('inside this machine or its network');
    await page.goto('/depots');
    const tidepool = page.getByRole('row', { name: /Tidepool/ });
    const packages = await tidepool.getByRole('cell').nth(3).innerText();
    await page.getByRole('button', { name: 'Pause Tidepool' }).click();
    await expect(tidepool).toContainText('paused');
    await expect(async () => {
        await page.reload();
        await expect(tidepool.getByRole('cell').nth(3)).toHaveText('0', { timeout: 500 });
    }).toPass();
    await page.getByRole('button', { name: 'Go on with Tidepool' }).click();
    await expect(async () => {
        await page.reload();
        await expect(tidepool.getByRole('cell').nth(3)).toHaveText(packages, { timeout: 500 });
    }).toPass();
    await page.getByRole('button', { name: 'Say that Tidepool is moderated' }).click();
    await expect(tidepool).toContainText('moderated, as you say');
    await page.getByRole('button', { name: 'Say that Tidepool is not moderated' }).click();
    await expect(tidepool).toContainText('not moderated, as you say');
});

test('find: facets and sorting in the address, more rows while scrolling, many added at once', async ({ page }) => {
    await makeInstance(page, 'Searching');
    await page.getByLabel('Kind').selectOption('mods');
    await page.getByLabel('Here', { exact: true }).selectOption('fits now');
    await page.getByLabel('By', { exact: true }).selectOption('name');
    await expect(page).toHaveURL(/fit=now.*kind=mod.*sort=name|kind=mod.*fit=now.*sort=name/);
    const rows = page.locator('[data-rows] [data-row]');
    await expect(rows).toHaveCount(25);
    const first = await rows.first().innerText();
    await page.mouse.move(640, 600);
    await expect(async () => {
        await page.mouse.wheel(0, 4000);
        expect(await rows.count()).toBeGreaterThan(25);
    }).toPass();
    expect(await rows.first().innerText()).toBe(first);
    const names = await rows.locator('[data-open]').allInnerTexts();
    expect(new Set(names).size).toBe(names.length);
    expect(names.map(name => name.toLowerCase())).toEqual(names.map(name => name.toLowerCase()).sort());
    await expect(page).toHaveURL(/shown=/);
    await page.reload();
    await expect(page.getByLabel('Kind')).toHaveValue('mod');
    expect((await rows.locator('[data-open]').allInnerTexts()).slice(0, 25)).toEqual(names.slice(0, 25));
    // All that are shown, none, and a range.
    const marked = page.getByRole('region', { name: 'Marked' });
    await page.getByLabel('Mark all that are shown').check();
    await expect(marked).toContainText(`${await rows.count()} marked`);
    await marked.getByRole('button', { name: 'Clear' }).click();
    await page.getByLabel(`Mark ${names[0]}`, { exact: true }).check();
    await page.getByLabel(`Mark ${names[2]}`, { exact: true }).click({ modifiers: ['Shift'] });
    await expect(marked).toContainText('3 marked');
    // They outlive a look at a package.
    await rows.first().locator('[data-open]').click();
    await page.goBack();
    await expect(marked).toContainText('3 marked');
    await page.getByRole('button', { name: /Add to the draft/ }).click();
    await expect(page.getByRole('region', { name: 'Draft' })).toContainText('+3 mods');
});

test('a package: what it needs here, pinned by key, noted, and a limit waived', async ({ page }) => {
    await makeInstance(page, 'Closely');
    await addToDraft(page, 'Gulls');
    await page.getByRole('link', { name: 'Gulls', exact: true }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Gulls 2.0.0');
    const about = page.getByRole('complementary', { name: 'About it' });
    await expect(about).toContainText('Kedge Bones');
    await expect(about).toContainText('as gulls-and-lunches');
    await page.keyboard.press('p');
    await expect(page).toHaveURL(/\/draft$/);
    await page.getByText('Exact releases and ranges').click();
    await expect(page.getByLabel('Gulls', { exact: true })).toHaveValue('=2.0.0');
    await page.goto(`${rootOf(page)}/packages/gulls`);
    await page.getByLabel('Your note').fill('Loud at dawn');
    await page.getByRole('button', { name: 'Keep the note' }).click();
    await apply(page, `${rootOf(page)}/draft`);
    await page.goto(rootOf(page));
    await expect(row(page, 'Gulls')).toContainText('Loud at dawn');
    await expect(row(page, 'Gulls')).toContainText('pinned');

    await page.goto(`${rootOf(page)}/packages/paper-lanterns`);
    await page.getByRole('link', { name: 'Use it anyway…' }).click();
    await page.getByLabel(/does not say that it is for 3\.2\.1/).fill('Lit for a week without trouble');
    await page.getByRole('button', { name: 'Waive the limit' }).click();
    await expect(page.getByRole('complementary')).toContainText('A limit of Paper Lanterns 1.0.2 is waived');
    await apply(page);
    await page.goto(rootOf(page));
    await expect(page.getByRole('complementary', { name: 'Findings' })).toContainText('Lit for a week without trouble');
});

test('the line-up by keyboard: moved in, marked, turned off and on, with the words in the address', async ({ page }) => {
    await makeInstance(page, 'Hands on Keys');
    await addToDraft(page, 'Gulls', 'Weather Glass', 'Long Piers');
    await apply(page);
    await page.goto(`${rootOf(page)}?only=asked`);
    await page.keyboard.press('j');
    await expect(page.locator('tr:focus')).toContainText('Gulls');
    await page.keyboard.press('x');
    await page.keyboard.press('j');
    await page.keyboard.press('x');
    await expect(page.getByRole('region', { name: 'Marked' })).toContainText('2 marked');
    await page.keyboard.press('o');
    await expect(row(page, 'Gulls')).toContainText('off in the draft');
    await expect(row(page, 'Long Piers')).toContainText('off in the draft');
    await expect(page).toHaveURL(/only=asked/);
    // A page that is just being loaded again does not hear keys.
    await page.waitForLoadState();
    await page.keyboard.press('z');
    await expect(row(page, 'Gulls')).not.toContainText('off in the draft');
    await page.waitForLoadState();
    await page.keyboard.press('Shift+Z');
    await expect(row(page, 'Gulls')).toContainText('off in the draft');
    await page.waitForLoadState();
    await page.keyboard.press('d');
    await expect(page).toHaveURL(/\/draft$/);
    await apply(page);
    expect(files(`${folderOf(page)}/mods`)).toEqual(['weather-glass-3.0.2.zip']);
    await page.goto(`${rootOf(page)}?only=off`);
    await expect(page.locator('[data-row]')).toHaveCount(2);
    // The row that has the focus is meant when none is marked.
    await page.keyboard.press('j');
    await page.keyboard.press('o');
    await expect(row(page, 'Gulls')).toContainText('on again in the draft');
    await page.goto(rootOf(page));
    await page.getByLabel('Only those called like this').fill('glass');
    await expect(page.locator('[data-row]:visible')).toHaveCount(1);
    await expect(page).toHaveURL(/q=glass/);
    await page.reload();
    await expect(page.locator('[data-row]:visible')).toHaveCount(1);
    await page.locator('[data-row]:visible').focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Weather Glass');
});

test('the draft survives a reload, tells a stale tab, and can be thrown away and brought back', async ({ page, context }) => {
    await makeInstance(page, 'Two Tabs');
    await addToDraft(page, 'Gulls');
    const other = await context.newPage();
    await other.goto(`${rootOf(page)}/draft`);
    await page.getByRole('button', { name: 'Do without Gulls' }).click();
    await expect(page.getByRole('link', { name: 'Gulls', exact: true })).toHaveCount(0);
    await other.getByRole('button', { name: /^Apply/ }).click();
    await expect(other.getByRole('alert')).toContainText('was changed in another tab');
    await page.keyboard.press('z');
    await expect(page.getByRole('link', { name: 'Gulls', exact: true })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('link', { name: 'Gulls', exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Throw away' }).click();
    await page.getByRole('button', { name: 'Bring the draft back' }).click();
    await expect(page.getByRole('link', { name: 'Gulls', exact: true })).toBeVisible();
});

test('the base says what another build would do before it is chosen', async ({ page }) => {
    await makeInstance(page, 'Deep and Steady', { build: '0.16.9' });
    await addToDraft(page, 'Deep Weather', 'Gulls');
    await page.locator('summary', { hasText: 'Halyard' }).click();
    await expect(page.getByRole('button', { name: /^0\.16\.4/ })).toContainText('keeps 1 of 2; not Deep Weather');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: /^0\.16\.4/ })).toBeHidden();
});

test.describe('with slow depots', () => {
    test.afterEach(well);
    test('an apply shows each file, is paused, survives a reload, goes on, and can be cancelled', async ({ page }) => {
        await makeInstance(page, 'Slow Boat');
        const fetched = ['radar-sweep', 'harbour-lamps', 'island-maker'];
        await addToDraft(page, 'Radar Sweep', 'Harbour Lamps');
        ['slipway', 'tidepool'].forEach(depot => mood(depot, 'slow'));
        await page.getByRole('button', { name: /^Apply/ }).click();
        await expect(page.getByText(/radar-sweep-.*\.zip/)).toBeVisible();
        await expect(page.getByText(/ of .* [kM]B/)).toBeVisible();
        await page.getByRole('button', { name: /^Pause/ }).click();
        await expect(page.getByRole('heading', { name: 'Paused' })).toBeVisible();
        await page.reload();
        await expect(page.getByRole('heading', { name: 'Paused' })).toBeVisible();
        expect(files(folderOf(page))).toEqual([]);
        well();
        await page.getByRole('button', { name: /^Go on/ }).click();
        await expect(page.getByText('It is applied')).toBeVisible();
        expect(files(`${folderOf(page)}/mods`).filter(file => fetched.some(name => file.startsWith(name)))).toHaveLength(2);

        await page.goto(`${rootOf(page)}/find`);
        await addToDraft(page, 'Tide Tables');
        ['slipway', 'tidepool'].forEach(depot => mood(depot, 'slow'));
        const before = files(`${folderOf(page)}/mods`);
        await page.getByRole('button', { name: /^Apply/ }).click();
        await page.getByRole('button', { name: 'Cancel' }).click();
        await expect(page.getByText('Applying was cancelled.')).toBeVisible();
        expect(files(`${folderOf(page)}/mods`)).toEqual(before);
    });
});

test('history goes back, with configs and worlds, and forth again', async ({ page }) => {
    await makeInstance(page, 'There and Back');
    await addToDraft(page, 'Gulls');
    await apply(page);
    const config = `${folderOf(page)}/config/own.toml`;
    await page.goto(`${rootOf(page)}/find`);
    if (existsSync(`${folderOf(page)}/config`)) {
        writeFileSync(config, 'first');
    }
    await addToDraft(page, 'Weather Glass');
    await apply(page);
    if (existsSync(config)) {
        writeFileSync(config, 'second');
    }
    await go(page, 'h', /\/history$/);
    await expect(page.getByRole('row').nth(1)).toContainText('Added Weather Glass.');
    await page
        .getByRole('row')
        .nth(1)
        .getByRole('button', { name: /^Restore (everything|the line-up)/ })
        .last()
        .click();
    await expect(page.getByText('It goes back to an earlier line-up')).toBeVisible();
    await apply(page);
    expect(files(`${folderOf(page)}/mods`)).toEqual(['gulls-2.0.0.zip', 'kedge-bones-3.0.7.zip']);
    if (existsSync(config)) {
        expect(readFileSync(config, 'utf8')).toBe('first');
    }
});

test('store: files changed by hand, kept, and put back; and which package wins a path', async ({ page }) => {
    await makeInstance(page, 'By the Book');
    await addToDraft(page, 'Gulls');
    await apply(page);
    const file = `${folderOf(page)}/mods/gulls-2.0.0.zip`;
    const size = readFileSync(file).length;
    chmodSync(file, 0o644);
    appendFileSync(file, 'scribbled');
    await page.goto(rootOf(page));
    await expect(page.getByRole('complementary', { name: 'Findings' })).toContainText('A file of Gulls was changed by hand');
    await page.getByRole('link', { name: 'Files', exact: true }).click();
    await page.getByRole('link', { name: /^Changed by hand/ }).click();
    await page.getByRole('button', { name: 'Keep mods/gulls-2.0.0.zip', exact: true }).click();
    await expect(page.getByRole('row', { name: /gulls/ })).toContainText('changed by hand, kept');
    await page.getByRole('button', { name: 'Do not keep mods/gulls-2.0.0.zip' }).click();
    await page.getByRole('button', { name: 'Put back mods/gulls-2.0.0.zip' }).click();
    await apply(page);
    expect(readFileSync(file).length).toBe(size);

    await makeInstance(page, 'Two Timetables', { game: 'nightpost', version: '', loader: '' });
    await addToDraft(page, 'Branch Lines', 'Late Running');
    await apply(page);
    await page.goto(`${rootOf(page)}/files?only=contested`);
    await expect(page.getByRole('row', { name: /scripts\/timetable\.json/ })).toContainText('wins over Branch Lines');
    await page.goto(rootOf(page));
    await page.getByRole('button', { name: 'Let Branch Lines win' }).click();
    await apply(page);
    expect(readFileSync(`${folderOf(page)}/scripts/timetable.json`, 'utf8')).toContain('21:40');
});

test('a culprit search: what fails only together is found, shown, and turned off', async ({ page }) => {
    await makeInstance(page, 'Two Compasses');
    await addToDraft(page, 'Gulls', 'Weather Glass', 'Brass Binnacle', 'Long Piers', 'Glass Compass');
    await apply(page);
    await rehearse(page, /Failed after .* with exit code 1/);
    await expect(page.getByText('The log names no cause that is known here.')).toBeVisible();
    await page.getByRole('button', { name: /^Find it can be stopped/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^(Brass Binnacle and Glass Compass|Glass Compass and Brass Binnacle)$/);
    await expect(page.getByText('with any one of them left out, it does')).toBeVisible();
    await page.getByText('As a list').click();
    await expect(page.getByRole('listitem').last()).toContainText('a repetition');
    await expectAccessible(page);
    await page.getByRole('button', { name: /^Turn Glass Compass off/ }).click();
    await page.getByRole('link', { name: 'Draft', exact: true }).click();
    await apply(page);
    await rehearse(page, 'Clean');
});
