import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { addToDraft, apply, expectAccessible, folderOf, go, makeInstance, rehearse, rootOf } from './steps.js';

test('an old game in five stages: one loader over another, eleven mods, three claims of a number and its pair, one stage gone back from', async ({ page }) => {
    const archive = `${process.env.STASIMON_VAR}/game.jar`;
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
    const byHand = `${process.env.STASIMON_VAR}/by-hand.jar`;
    execFileSync('python3', ['tests/Reference/merge.py', byHand, archive, ...order.map(fileOf)]);
    expect(readFileSync(byHand).equals(readFileSync(`${folderOf(page)}/ferrywright.jar`))).toBe(true);
});
