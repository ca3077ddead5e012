import { expect, test } from '@playwright/test';
import { addToDraft, apply, expectAccessible, makeInstance, rehearse } from './steps.js';

// A page that waits for work loads itself again, which may come in between: then it is looked at once more.
async function undisturbed(look) {
    for (let turn = 0; ; turn++) {
        try {
            return await look();
        } catch (failure) {
            if (turn === 5 || !/context was destroyed/.test(failure.message)) {
                throw failure;
            }
        }
    }
}

test('every page is accessible in both themes, and fits a narrow screen', async ({ page, context, baseURL }) => {
    await makeInstance(page, 'Seen');
    const root = page.url().replace(/\/find.*/, '');
    await addToDraft(page, 'Gulls');
    await apply(page);
    await rehearse(page, 'Clean');
    await page.goto(`${root}/find`);
    await addToDraft(page, 'Deep Weather');
    // Every place of the house, as its own list leads to them, and pages that have no place in it.
    const places = async at => {
        await page.goto(at);

        return page.locator('nav[aria-label="Places"] a, nav[aria-label="Parts of the instance"] a').evaluateAll(all => all.map(one => one.pathname));
    };
    const listed = [...new Set([...(await places('/')), ...(await places(root))])];
    expect(listed.length).toBeGreaterThan(20);
    for (const path of [
        '/',
        ...listed,
        '/new',
        `${root}?view=theatre`,
        `${root}/packages/gulls`,
        `${root}/packages/paper-lanterns`,
        `${root}/rehearsals/1`,
        `${root}/pack`,
        '/find?q=fog',
        '/nowhere',
    ]) {
        await undisturbed(async () => {
            await page.setViewportSize({ width: 1280, height: 800 });
            // A page that waits for work loads itself again, which may come in between.
            await expect(async () => void (await page.goto(path))).toPass();
            await expectAccessible(page);
            await expectAccessible(page, { inDark: true });
            await page.setViewportSize({ width: 360, height: 760 });
            const wide = await page.evaluate(() =>
                [...document.querySelectorAll('body *')]
                    .filter(one => one.getBoundingClientRect().right > 361 && !one.closest('.scroll, svg') && getComputedStyle(one).position !== 'fixed')
                    .map(one => `${one.tagName} ${one.className}: ${one.textContent.trim().slice(0, 60)}`),
            );
            expect(await page.evaluate(() => document.documentElement.scrollWidth), `${path} ${wide.join(' | ')}`).toBeLessThanOrEqual(360);
        });
    }
    // The theme that was chosen is the one that comes.
    await context.addCookies([{ name: 'theme', value: 'dark', url: baseURL }]);
    await page.goto('/');
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
});
