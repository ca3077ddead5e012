import { expect, test } from '@playwright/test';
import { unlinkSync } from 'node:fs';
import { addToDraft, apply, expectAccessible, files, folderOf, go, makeInstance, rehearse } from './steps.js';

test('from nothing to a clean rehearsal', async ({ page }) => {
    await page.goto('/');
    await page.getByRole('link', { name: /New instance/ }).click();

    // Game, exact version, loader and build, runtime, memory: each is chosen, and the sentence follows.
    await page.getByRole('link', { name: 'Ferrywright', exact: true }).click();
    await page.getByRole('link', { name: /^3\.2\.1/ }).click();
    const sentence = page.getByRole('heading', { level: 1 });
    await expect(sentence).toHaveText('Ferrywright 3.2.1 on Halyard 0.16.4, Java 21, with 4 GB.');
    await expect(page.getByText(/\d+ mods; light, quick to follow/)).toBeVisible();
    await page.getByRole('link', { name: '0.16.9 newest' }).click();
    await expect(sentence).toContainText('Halyard 0.16.9');
    await page.getByRole('link', { name: '0.16.4 recommended' }).click();
    await page.getByRole('link', { name: 'Java 17 enough' }).click();
    await page.getByRole('link', { name: '8 GB large packs' }).click();
    await expect(sentence).toHaveText('Ferrywright 3.2.1 on Halyard 0.16.4, Java 17, with 8 GB.');
    await page.getByLabel('Name').fill('Evening Tide');
    await page.getByRole('button', { name: 'Make it' }).click();

    // Find: spelled wrong, with a verdict on each row; several at once.
    await page.getByLabel('Words to look for').fill('wether');
    const row = name => page.getByRole('row', { name: new RegExp(`^(Mark )?${name}`) });
    await expect(row('Fogbank Weather')).toContainText('fits, brings Mist Layers and Oakum API');
    await expect(row('Deep Weather')).toContainText('needs Halyard 0.16.9; this has 0.16.4');
    await page.getByLabel('Mark Fogbank Weather').check();
    await page.getByLabel('Mark Weather Glass').check();
    await expect(page.getByText('2 marked')).toBeVisible();
    await page.getByRole('button', { name: /Add to the draft/ }).click();

    // The draft: what was asked for, what was brought in, by whom and with which range.
    await expect(page.getByRole('heading', { name: 'What the draft leads to' })).toBeVisible();
    await expect(row('Fogbank Weather')).toContainText('asked for');
    await expect(row('Oakum API')).toContainText('for Fogbank Weather (>=1.5.0 <2.0.0)');
    const bar = page.getByRole('region', { name: 'Draft' });
    await expect(bar).toContainText('+2 mods');
    await expect(bar).toContainText('+2 libraries');
    await expect(bar).toContainText('to fetch');
    expect(files(folderOf(page))).toEqual([]);

    await apply(page);
    expect(files(`${folderOf(page)}/mods`)).toEqual(['fogbank-2.1.0.zip', 'mist-layers-1.8.0.zip', 'oakum-api-1.6.0.zip', 'weather-glass-3.0.2.zip']);
    expect(files(`${folderOf(page)}/loader`)).toEqual(['halyard-0.16.4.zip']);

    await rehearse(page, 'Clean. The game came up in');
    await expect(page.getByRole('log')).toContainText('main menu reached');
    expect(files(`${folderOf(page)}/worlds`)).toEqual(['rehearsal']);
    await page.goto('/');
    await expect(page.getByRole('row', { name: /Evening Tide/ })).toContainText('clean in');
});

test('a draft that cannot be says why, and what it offers works', async ({ page }) => {
    await makeInstance(page, 'Deep Water');
    await addToDraft(page, 'Deep Weather');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Deep Weather cannot be in Deep Water like this');
    await expect(page.getByRole('listitem').filter({ hasText: 'Deep Weather 4.2.0 needs Halyard 0.16.9 or newer and below 0.17.0.' })).toBeVisible();
    await expect(page.getByRole('button', { name: /^Apply/ })).toHaveCount(0);
    await page.getByRole('button', { name: /Use Halyard 0\.16\.9 instead of 0\.16\.4/ }).click();
    await expect(page.getByRole('heading', { name: 'What the draft leads to' })).toBeVisible();
    await apply(page);
    await rehearse(page, 'Clean');
});

test('three failures, each read from the log, repaired by its remedy, and clean after it', async ({ page }) => {
    await test.step('a loader build below what a mod needs', async () => {
        await makeInstance(page, 'Flags');
        await addToDraft(page, 'Signal Flags');
        await apply(page);
        await rehearse(page, /Failed after .* with exit code 1/);
        await expect(page.getByRole('status').last()).toContainText(
            'Signal Flags 2.0.0 needs Halyard 0.16.9 or newer and below 0.17.0. This instance has 0.16.4.',
        );
        await page.getByRole('button', { name: /Use Halyard 0\.16\.9/ }).click();
        await apply(page);
        await rehearse(page, 'Clean');
    });
    await test.step('a required library whose file somebody deleted by hand', async () => {
        await makeInstance(page, 'Birds');
        await addToDraft(page, 'Gulls');
        await apply(page);
        unlinkSync(`${folderOf(page)}/mods/kedge-bones-3.0.7.zip`);
        await rehearse(page, /Failed after .* with exit code 1/);
        await expect(page.getByRole('status').last()).toContainText('Gulls 2.0.0 needs Kedge Bones. It is in the line-up, but its file is not in the instance');
        await page.getByRole('button', { name: /Put back the file of Kedge Bones/ }).click();
        await apply(page);
        await rehearse(page, 'Clean');
    });
    await test.step('runtime 8 under a game that needs 17', async () => {
        await page.goto('/new?game=ferrywright&version=3.2.1&loader=halyard&runtime=8');
        await expect(page.getByText('it will most likely refuse to start')).toBeVisible();
        await makeInstance(page, 'Old Engine', { runtime: '8' });
        await addToDraft(page, 'Gulls');
        await apply(page);
        await rehearse(page, /The game alone does not come up: exit code 1/);
        await expect(page.getByRole('status').last()).toContainText('Ferrywright 3.2.1 needs Java 17 or newer. It was started on 8.');
        await page.getByRole('button', { name: /Use Java 21/ }).click();
        await apply(page);
        await rehearse(page, 'Clean');
    });
});

test('a version without a recommended build says so and offers the newest', async ({ page }) => {
    await page.goto('/new?game=ferrywright&version=3.4.1&loader=capstan');
    await expect(page.getByText('No build is recommended for 3.4.1 yet.')).toBeVisible();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Capstan 51.0.1');
});

test('the whole of a draft by keyboard', async ({ page }) => {
    await makeInstance(page, 'By Hand');
    await expect(page.getByLabel('Words to look for')).toBeFocused();
    await page.keyboard.type('gulls');
    await expect(page.getByLabel('Mark Gulls')).toBeVisible();
    await expect(page.getByLabel('Mark Fogbank Weather')).toHaveCount(0);
    await page.keyboard.press('Escape');
    for (const key of ['j', 'x', 'a']) {
        await page.keyboard.press(key);
    }
    await expect(page.getByRole('cell', { name: 'Gulls', exact: true })).toBeVisible();
    await page.keyboard.press('z');
    await expect(page.getByRole('cell', { name: 'Gulls', exact: true })).toHaveCount(0);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
    await go(page, 'i', /:\d+\/$/);
});

test('the line-up as a theatre: pointed at, and by keyboard', async ({ page }) => {
    await makeInstance(page, 'On Stage');
    await addToDraft(page, 'Fogbank Weather', 'Gulls');
    await apply(page);
    await page.getByRole('link', { name: 'Line-up', exact: false }).first().click();
    await page.getByRole('link', { name: 'Theatre', exact: true }).click();
    await expect(page).toHaveURL(/view=theatre/);
    const says = page.locator('.theatre-says');
    await page.getByRole('img', { name: /^Gulls/ }).hover();
    await expect(says).toHaveText(/^Gulls .* rests on Kedge Bones; nothing rests on it\.$/);
    await expect(page.locator('.threads path')).toHaveCount(1);

    // Outwards from the first library and back again; the threads follow the focus.
    await page.mouse.move(2, 2);
    await page.getByRole('img', { name: /^Kedge Bones/ }).focus();
    await expect(says).toHaveText(/^Kedge Bones .* on it rests Gulls\.$/);
    await page.keyboard.press('ArrowUp');
    await expect(says).toHaveText(/^(Fogbank Weather|Gulls) /);
    await page.keyboard.press('ArrowDown');
    await expect(page.locator('.seat:focus')).toHaveAttribute('aria-label', /^(Kedge Bones|Mist Layers|Oakum API)/);

    // The filters are the table's, and the table says the same.
    await page.getByRole('link', { name: /^Asked for/ }).click();
    await expect(page.locator('.seat.off')).toHaveCount(3);
    await page.getByRole('link', { name: 'Table', exact: true }).click();
    await expect(page).toHaveURL(/only=asked/);
    await expect(page.getByRole('cell', { name: 'Kedge Bones', exact: true })).toHaveCount(0);
});

test('found at once: anything by the field, anything through the door, and built until it launches', async ({ page }) => {
    await page.goto('/');
    await page.keyboard.press('/');
    await page.keyboard.type('culprit');
    await expect(page.getByRole('option', { name: /guide Finding the culprit/ })).toBeVisible();
    await page.keyboard.press('Escape');
    await makeInstance(page, 'Found Harbour');
    const root = page.url().replace(/\/find.*/, '');
    // Names that are pasted, on any page of it.
    await page.goto(`${root}/history`);
    await page.evaluate(text => {
        const data = new DataTransfer();
        data.setData('text', text);
        window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
    }, 'Figureheads\nCrowsnests\nGlitter');
    const brought = page.getByRole('dialog', { name: 'What was brought' });
    await expect(brought).toContainText('3 names');
    await expectAccessible(page);
    await brought.getByRole('button', { name: 'Add to the draft' }).click();
    await expect(page.getByText('3 are in the draft.')).toBeVisible();
    await page.getByRole('button', { name: 'Build until it launches' }).click();
    await expect(page.getByText('It launches after 3 repairs.')).toBeVisible({ timeout: 120_000 });
    await expect(page.getByRole('row', { name: /Gimbal/ })).toBeVisible();
    await expectAccessible(page);
    // What is done with it, by its name, from anywhere.
    await page.goto('/guide');
    await page.keyboard.press('/');
    await page.keyboard.type('rehearse found');
    await expect(page.getByRole('option', { name: /act Rehearse Found Harbour/ })).toHaveAttribute('aria-selected', 'true');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: /^Clean/ })).toBeVisible();
    // A log that is dropped is told from a mod that is.
    await page.goto('/');
    await page.locator('.door input').setInputFiles([
        { name: 'latest.log', mimeType: 'text/plain', buffer: Buffer.from('[12:00:01] [main/ERROR]: java.lang.NoSuchMethodError: x') },
        { name: 'empty.zip', mimeType: 'application/zip', buffer: Buffer.alloc(0) },
    ]);
    await expect(brought.getByRole('row', { name: /latest\.log a log/ })).toBeVisible();
    await expect(brought.getByRole('row', { name: /empty\.zip empty/ })).toBeVisible();
    await brought.getByRole('button', { name: 'Read whose fault it is' }).click();
    await expect(page).toHaveURL(/\/logs\/[0-9a-z]{26}/i);
});
