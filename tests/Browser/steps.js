import { expect } from '@playwright/test';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { createRequire } from 'node:module';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const standards = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

// What a person does, by its name; the walks are made of these.

export async function makeInstance(page, name, base = {}) {
    await page.goto(`/new?${new URLSearchParams({ game: 'ferrywright', version: '3.2.1', loader: 'halyard', ...base })}`);
    await page.getByLabel('Name').fill(name);
    await page.getByRole('button', { name: 'Make it' }).click();
    await expect(page).toHaveURL(/\/find(\?|$)/);
}

export async function addToDraft(page, ...names) {
    for (const name of names) {
        await page.getByLabel('Words to look for').fill(name);
        await page.getByLabel(`Mark ${name}`, { exact: true }).check();
        await page.getByRole('button', { name: /Add to the draft/ }).click();
        await expect(page).toHaveURL(/\/draft$/);
        await page.getByRole('link', { name: 'Find', exact: true }).click();
    }
    await page.getByRole('link', { name: 'Draft', exact: true }).click();
}

export async function apply(page, at = null) {
    if (at) {
        await page.goto(at);
    }
    await page.getByRole('button', { name: /^Apply/ }).click();
    await expect(page.getByText('It is applied')).toBeVisible();
    await page.waitForLoadState();
}

// "g" and a letter, as often as it takes: a page that is just being loaded again does not hear keys.
export async function go(page, letter, where) {
    await expect(async () => {
        await page.keyboard.press('g');
        await page.keyboard.press(letter);
        await expect(page).toHaveURL(where, { timeout: 3000 });
    }).toPass();
}

export async function rehearse(page, verdict) {
    await page.getByRole('button', { name: /^Rehearse/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(verdict);
    await page.waitForLoadState();
}

// The instance's folder on disk, as the person would open it by hand.
export function folderOf(page) {
    const id = /instances\/([0-9a-z]{26})/.exec(page.url())[1];

    return `${process.env.STASIMON_VAR}/instances/${id}/live`;
}

// The address of the instance that the page is about.
export function rootOf(page) {
    return /^https?:\/\/[^/]+\/instances\/[0-9a-z]{26}/.exec(page.url())[0];
}

export function files(folder) {
    return existsSync(folder) ? readdirSync(folder).sort() : [];
}

// Two themes differ in their colours alone, so of the dark one only contrast is asked about.
export async function expectAccessible(page, { inDark = false } = {}) {
    const html = page.locator('html');
    const theme = await html.getAttribute('data-theme');
    if (inDark) {
        await html.evaluate(root => (root.dataset.theme = 'dark'));
    }
    if (!(await page.evaluate(() => 'axe' in window))) {
        await page.evaluate(`(() => {${axe}})()`);
    }
    const violations = await page.evaluate(
        async only => {
            const found = await window.axe.run(document, { resultTypes: ['violations'], runOnly: only });
            const grave = found.violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');

            return grave.map(({ id, nodes }) => `${id}: ${nodes[0].html}`);
        },
        inDark ? { type: 'rule', values: ['color-contrast'] } : { type: 'tag', values: standards },
    );
    await html.evaluate((root, was) => (root.dataset.theme = was), theme);
    expect(violations).toEqual([]);
}
