import { expect, test } from '@playwright/test';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { withTwoOthers } from './other.js';
import { addToDraft, apply, expectAccessible, makeInstance, rootOf } from './steps.js';

test('depots: a set goes on among friends, and each has what they added', async ({ page, browser }) => {
    test.slow();
    const folder = `${process.env.STASIMON_FOLDERS}/thursdays`;
    mkdirSync(folder, { recursive: true });
    await makeInstance(page, 'Thursdays');
    await addToDraft(page, 'Gulls', 'Long Piers');
    await apply(page);
    const mine = rootOf(page);
    // All of them play on its server.
    await page.goto(`${mine}/hand-off`);
    await page.getByRole('button', { name: "A server's half" }).click();
    await expect(async () => apply(page, `${rootOf(page)}/draft`)).toPass();
    const server = rootOf(page);
    await page.goto(`${mine}/hand-off`);
    await page.getByText('Share it from now on').click();
    await page.getByLabel('Into a folder as well').fill(folder);
    await page.getByRole('button', { name: 'Share it', exact: true }).click();
    await expect(page.getByText('At state 1, as it is on disk.')).toBeVisible();
    await expectAccessible(page);
    const taken = async friend => {
        await friend.goto('/hand-offs');
        await friend.getByLabel('Address or folder of a set').fill(folder);
        await friend.getByRole('button', { name: 'Subscribe' }).click();
        await expect(async () => {
            await friend.goto('/hand-offs');
            await expect(friend.getByRole('button', { name: 'Make an instance of it' })).toBeVisible({ timeout: 2000 });
        }).toPass();
        await expectAccessible(friend);
        await friend.getByRole('button', { name: 'Make an instance of it' }).click();
        await apply(friend);

        return rootOf(friend);
    };
    await withTwoOthers(browser, async (friend, third) => {
        const theirs = await taken(friend);
        // The third has said that it is to come by itself.
        const another = await taken(third);
        await third.goto('/hand-offs');
        await third.getByRole('button', { name: 'Apply by itself: Thursdays' }).click();
        await expect(third.getByRole('button', { name: 'Only tell me of Thursdays' })).toBeVisible();
        await friend.goto(`${theirs}/find`);
        await addToDraft(friend, 'Crowsnests');
        await apply(friend);
        // It goes on: something comes, and something goes.
        await page.goto(`${mine}/find`);
        await addToDraft(page, 'Weather Glass');
        await apply(page);
        await page.goto(`${mine}/packages/long-piers`);
        await page.getByRole('button', { name: 'Do without' }).click();
        await apply(page);
        // The server is told that it is apart now, and comes along.
        await page.goto(server);
        await page
            .getByRole('button', { name: /^Bring it along/ })
            .first()
            .click();
        await apply(page, `${server}/draft`);
        await page.goto(`${mine}/hand-off`);
        await page.getByLabel('What has changed, and why').fill('Calmer seas.');
        await page.getByRole('button', { name: 'Give the state of now' }).click();
        await expect(page.getByText('At state 2, as it is on disk.')).toBeVisible();
        // The friend is told, sees what would change, and takes it.
        await friend.goto('/hand-offs');
        await friend.getByRole('button', { name: 'Read Thursdays now' }).click();
        await expect(async () => {
            await friend.goto('/hand-offs');
            await expect(friend.getByRole('link', { name: 'see what is new' })).toBeVisible({ timeout: 2000 });
        }).toPass();
        await friend.goto(theirs);
        await expect(friend.getByRole('heading', { name: /Thursdays went on to 2/ })).toBeVisible();
        await friend.goto('/hand-offs');
        await friend.getByRole('link', { name: 'see what is new' }).click();
        await expect(friend.getByText('You added it.')).toBeVisible();
        await friend.getByRole('button', { name: /draft/ }).click();
        await apply(friend);
        await friend.goto(theirs);
        await expect(friend.getByRole('link', { name: 'Weather Glass' })).toBeVisible();
        await expect(friend.getByRole('link', { name: 'Crowsnests' })).toBeVisible();
        await expect(friend.getByRole('link', { name: 'Long Piers' })).toHaveCount(0);
        await third.goto('/hand-offs');
        await third.getByRole('button', { name: 'Read Thursdays now' }).click();
        await expect(async () => {
            await third.goto(another);
            await expect(third.getByRole('link', { name: 'Weather Glass' })).toBeVisible({ timeout: 2000 });
        }).toPass();
        await expect(third.getByRole('link', { name: 'Long Piers' })).toHaveCount(0);
        await expect(third.getByRole('link', { name: 'Gulls' })).toBeVisible();
        // All join: each on its own machine has what the server asks of it, whatever else it has.
        await page.goto(`${mine}/hand-off`);
        await page.getByRole('button', { name: 'Rehearse it together with its server' }).click();
        await expect(page.getByRole('heading', { level: 1 })).toContainText('Clean');
        await page.goto(`${server}/hand-off`);
        const text = await page.getByLabel('The hand-off as text').inputValue();
        for (const [who, root] of [
            [friend, theirs],
            [third, another],
        ]) {
            await who.goto(`${root}/hand-off`);
            await who.getByLabel('Paste a hand-off').fill(text);
            await who.getByRole('button', { name: 'Compare' }).click();
            await expect(who.getByRole('heading', { name: /^Beside / })).toBeVisible();
            await expect(who.locator('.part-of .bad')).toHaveCount(0);
        }
        // Written over, it is refused, and what is there stays.
        writeFileSync(`${folder}/set.json`, readFileSync(`${folder}/set.json`, 'utf8').replace('Calmer', 'Wilder'));
        await friend.goto('/hand-offs');
        await friend.getByRole('button', { name: 'Read Thursdays now' }).click();
        await expect(async () => {
            await friend.goto('/hand-offs');
            await expect(friend.getByText(/changed after it was signed/)).toBeVisible({ timeout: 2000 });
        }).toPass();
    });
});
