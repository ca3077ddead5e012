import { expect, test } from '@playwright/test';
import { mkdirSync, writeFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { addToDraft, apply, expectAccessible, folderOf, makeInstance, rehearse, rootOf } from './steps.js';

test('a failed launch: verdict, timeline, whose fault, the first error by key, and a remedy that works', async ({ page }) => {
    await makeInstance(page, 'Carved');
    await addToDraft(page, 'Figureheads', 'Gulls');
    await apply(page);
    await rehearse(page, /Failed after .* with exit code 1/);
    await expect(
        page.getByText(/^Exit code 1: the game stopped itself\. It ran version 3\.2\.1 with 4 releases\. Before it, the game alone was clean in/),
    ).toBeVisible();
    const beside = page.getByRole('complementary', { name: 'What would help' });
    await expect(beside).toContainText('Likely. It happened in its code, by the first line of the trace.');
    await expect(page.locator('.course rect.failed')).toHaveCount(2);
    await expect(page.locator('.course text.bad')).toHaveText('Figureheads');
    await page.getByRole('link', { name: 'Slowest starts' }).click();
    await expect(page.getByRole('row', { name: /Figureheads, where it failed/ })).toBeVisible();

    // The log: by level, by words, and to the first error with one key.
    await page.getByText(/^Errors/).click();
    await expect(page.locator('.log p').first()).toContainText('NullPointerException');
    await page.getByText(/^All/).click();
    await page.getByLabel('Search the log').fill('figureheads 1.1.0');
    await expect(page.locator('.log p')).toHaveCount(1);
    await page.getByLabel('Search the log').fill('');
    await expect(page.locator('.log p').first()).toContainText('java 21');
    await page.getByRole('heading', { level: 1 }).click();
    await page.keyboard.press('e');
    await expect(page.getByRole('log')).toBeFocused();
    await page.locator('.log p.error a').first().click();
    await expect(page).toHaveURL(/\?line=\d+#line-\d+$/);
    await expectAccessible(page);

    await page.getByRole('button', { name: /^Use Figureheads 1\.0\.0/ }).click();
    await apply(page);
    await rehearse(page, 'Clean');
});

test('stepping back to what last worked: one change, and all of them', async ({ page }) => {
    await makeInstance(page, 'Steps');
    await addToDraft(page, 'Gulls', 'Lampoil');
    await apply(page);
    await rehearse(page, 'Clean');
    mkdirSync(`${folderOf(page)}/config`, { recursive: true });
    writeFileSync(`${folderOf(page)}/config/lampoil.json`, '{"hours": ');
    await page.getByRole('link', { name: 'Find', exact: true }).click();
    await addToDraft(page, 'Long Piers');
    await apply(page);
    await rehearse(page, /Failed after/);
    await expect(page.getByText('config/lampoil.json cannot be understood, from line 1 on.').first()).toBeVisible();
    await expect(page.getByRole('link', { name: 'rehearsal 1' })).toBeVisible();
    await expect(page.getByRole('button', { name: /^Long Piers added/ })).toBeVisible();
    await page.getByRole('button', { name: /^config\/lampoil\.json changed/ }).click();
    await expect(page.getByRole('region', { name: 'Draft' })).toContainText('config/lampoil.json as it was');
    await apply(page);
    await rehearse(page, 'Clean');
});

test('a log from elsewhere: dropped, read against an instance, and all that it misses added at once', async ({ page }) => {
    await makeInstance(page, 'Borrowed');
    await addToDraft(page, 'Long Piers');
    await apply(page);
    const line = message => `00:00.048 main     error loader     ${message}\n`;
    const log = line('fogbank 2.1.0 asks for oakum-api >=1.5.0; there is none') + line('gulls 2.0.0 asks for kedge-bones >=3.0.0; there is none');
    await page.getByRole('link', { name: 'Rehearsals' }).click();
    await page.getByRole('link', { name: 'Read a log from elsewhere' }).click();
    await expectAccessible(page);
    await expect(page.getByLabel('Read it against')).toHaveValue(/.{26}/);

    // Nothing chosen is said so, and nothing is lost.
    await page.getByRole('button', { name: 'Read it' }).click();
    await expect(page.getByRole('alert')).toContainText('Choose a file, or paste the text of a log.');
    const bytes = [...gzipSync(log)];
    await page.locator('.drop').evaluate((form, data) => {
        const transfer = new DataTransfer();
        transfer.items.add(new File([new Uint8Array(data)], 'latest.log.gz'));
        form.dispatchEvent(new DragEvent('drop', { dataTransfer: transfer, bubbles: true, cancelable: true }));
    }, bytes);
    await page.getByLabel('Read it against').selectOption({ label: 'Borrowed' });
    await page.getByRole('button', { name: 'Read it' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('latest.log.gz');
    await expect(page.getByText('Gulls 2.0.0 needs Kedge Bones 3.0.0 or newer, which is not in the line-up.')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: /^Add all 2 that are missing/ }).click();
    await expect(page.getByRole('cell', { name: 'Oakum API', exact: true })).toBeVisible();
    await expect(page.getByRole('cell', { name: 'Kedge Bones', exact: true })).toBeVisible();
});

test("the game alone, and a search that goes by a person's word", async ({ page }) => {
    await makeInstance(page, 'By Eye');
    await addToDraft(page, 'Gulls', 'Long Piers', 'Bell Buoys');
    await apply(page);
    await page.getByRole('link', { name: 'Rehearsals' }).click();
    await page.getByRole('button', { name: 'Launch without mods' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Clean. The game alone came up in');
    await rehearse(page, 'Clean. The game came up in');
    await page.getByRole('button', { name: /^Find it with my word/ }).click();
    for (let turn = 0; turn < 8; turn++) {
        await expect(page.getByRole('heading', { level: 1 })).toHaveText(/Did it work\?|Bell Buoys/);
        if ((await page.getByRole('heading', { level: 1 }).textContent()) === 'Bell Buoys') {
            break;
        }
        const among = await page.getByRole('complementary').textContent();
        await page.getByRole('button', { name: among.includes('Bell Buoys') ? 'It failed' : 'It worked' }).click();
        await expect(page.getByRole('heading', { level: 1 })).not.toHaveText('Looking for the culprit');
    }
    await expect(page.getByText('judged by you')).toBeVisible();
    await page.getByRole('button', { name: /^Turn Bell Buoys off/ }).click();
    await expect(page).toHaveURL(/\/draft$/);
});

test('200,000 lines: any of them at once, folded, searched, without the page getting slow', async ({ page }) => {
    await makeInstance(page, 'Talkers');
    await addToDraft(page, 'Gossips');
    await apply(page);
    await rehearse(page, 'Clean');
    const root = rootOf(page);
    // The log that the launch has written, made longer by hand, as a very talkative mod would.
    const lines = Array.from({ length: 200_000 }, (_, i) => `00:01.000 main     warn  gossips    lamp ${i} has no oil`);
    writeFileSync(`${folderOf(page)}/../rehearsals/1.log`, `${lines.join('\n')}\n00:02.000 main     error gossips    that was all\n`);
    writeFileSync(`${folderOf(page)}/../rehearsals/1.log.index`, '');
    await page.goto(`${root}/rehearsals/1`);
    await expect(page.getByText('200,001 lines')).toBeVisible();
    const log = page.getByRole('log');
    expect(await page.locator('.log p').count()).toBeLessThan(400);
    await log.evaluate(box => (box.scrollTop = box.scrollHeight / 2));
    await expect(page.locator('.log p', { hasText: 'lamp 100050 has no oil' })).toHaveCount(1);
    await page.keyboard.press('e');
    await expect(page.locator('.log p.error')).toBeInViewport();
    await page.getByLabel('Fold repeats').check();
    await expect(page.getByText('2 lines')).toBeVisible();
    await expect(page.locator('.log p').first()).toContainText('× 200,000');
    await page.getByLabel('Fold repeats').uncheck();
    await page.getByLabel('Search the log').fill('lamp 123456 ');
    await expect(page.locator('.log p')).toHaveCount(1);
    // What it costs to scroll: no frame waits for long.
    await page.getByLabel('Search the log').fill('');
    await expect(page.getByText('200,001 lines')).toBeVisible();
    const longest = await log.evaluate(async box => {
        let longest = 0;
        for (let i = 0; i < 40; i++) {
            const start = performance.now();
            box.scrollTop = (box.scrollHeight / 40) * i;
            await new Promise(requestAnimationFrame);
            longest = Math.max(longest, performance.now() - start);
        }
        return longest;
    });
    expect(longest).toBeLessThan(500);
});

test('the pages of a rehearsal in both themes and on a narrow screen', async ({ page }) => {
    await makeInstance(page, 'Narrow');
    await addToDraft(page, 'Hourglasses', 'Gulls');
    await apply(page);
    await rehearse(page, /Failed after/);
    const at = page.url();
    for (const address of [at, at.replace(/\d+$/, ''), `${at}?slow=1`, new URL('/logs', at).href]) {
        await page.goto(address);
        await expectAccessible(page);
        await expectAccessible(page, { inDark: true });
        await page.setViewportSize({ width: 360, height: 800 });
        expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
        await page.setViewportSize({ width: 1280, height: 800 });
    }
});
