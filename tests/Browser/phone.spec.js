import { expect, test } from '@playwright/test';
import { addToDraft, apply, makeInstance } from './steps.js';

test.use({ viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true });

// Pressed as a thumb does: in view, not covered, and large enough (WCAG 2.2, 2.5.8: 24 by 24 CSS pixels, or a link in a text).
async function tap(target) {
    await target.scrollIntoViewIfNeeded();
    const box = await target.boundingBox();
    const isInText = await target.evaluate(one => getComputedStyle(one).display === 'inline');
    expect(isInText || (box.width >= 24 && box.height >= 18), `${await target.textContent()}: ${box.width} x ${box.height}`).toBe(true);
    await target.tap();
}

async function expectNoSidewaysScrolling(page) {
    // A page that is just being left has no width; the next one has.
    await expect(async () => {
        expect(await page.evaluate(() => document.documentElement.scrollWidth), page.url()).toBeLessThanOrEqual(360);
    }).toPass({ timeout: 15_000 });
}

test('on a phone by touch alone: an instance made, filled, applied and launched, a remedy taken, and every place reached', async ({ page }) => {
    await page.goto('/');
    await expectNoSidewaysScrolling(page);
    await tap(page.getByRole('link', { name: /New instance/ }));
    await tap(page.getByRole('link', { name: 'Ferrywright', exact: true }));
    await tap(page.getByRole('link', { name: /^3\.2\.1/ }));
    await expectNoSidewaysScrolling(page);
    await page.getByLabel('Name').fill('On the quay');
    await tap(page.getByRole('button', { name: 'Make it' }));

    await page.getByLabel('Words to look for').fill('gulls');
    await tap(page.getByLabel('Mark Gulls', { exact: true }));
    await expect(page.getByRole('region', { name: 'Marked' })).toContainText('With what they need 1 mod');
    await expectNoSidewaysScrolling(page);
    await tap(page.getByRole('button', { name: /Add to the draft/ }));
    await expectNoSidewaysScrolling(page);
    await tap(page.getByRole('button', { name: /^Apply/ }));
    await expect(page.getByText('It is applied')).toBeVisible();
    await tap(page.getByRole('button', { name: 'See whether it launches' }));
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Clean');
    await expectNoSidewaysScrolling(page);

    // Every part of it, from its list of parts.
    const parts = page.getByRole('navigation', { name: 'Parts of the instance' }).getByRole('link');
    const addresses = await parts.evaluateAll(all => all.map(one => one.pathname));
    for (const address of addresses) {
        await tap(page.getByRole('navigation', { name: 'Parts of the instance' }).locator(`a[href$="${address}"]`).first());
        await expect(page).toHaveURL(new RegExp(`${address}$`));
        await expectNoSidewaysScrolling(page);
    }
    // And places of the house, which open from one button.
    await tap(page.getByRole('button', { name: /More|Places/ }));
    await tap(page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Your shelf' }));
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Your shelf');
    await expectNoSidewaysScrolling(page);
});

test('on a phone: what is wrong on the first page is put right from there, and what a word means opens where it stands', async ({ page }) => {
    await makeInstance(page, 'Out at sea');
    await addToDraft(page, 'Signal Flags');
    await apply(page);
    await page.getByRole('button', { name: /^Rehearse/ }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Failed');
    await expect(async () => {
        await page.goto('/');
        await expect(page.getByRole('table', { name: 'What needs you' }).getByRole('row', { name: /Out at sea/ })).toBeVisible({ timeout: 2000 });
    }).toPass();
    await expectNoSidewaysScrolling(page);
    const row = page
        .getByRole('table', { name: 'What needs you' })
        .getByRole('row', { name: /Out at sea/ })
        .first();
    await tap(row.getByRole('button').first());
    await expect(page).toHaveURL(/\/draft$/);
    await tap(page.getByRole('button', { name: 'What is meant: The draft' }));
    await expect(page.getByText('Nothing is on disk before you apply it')).toBeVisible();
    await expectNoSidewaysScrolling(page);
});
