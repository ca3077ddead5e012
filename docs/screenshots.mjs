// Takes docs/screenshots/ anew from a running, freshly loaded demo: node docs/screenshots.mjs [http://127.0.0.1:8760]
import { chromium } from '@playwright/test';
import { mkdirSync, readdirSync } from 'node:fs';

const address = process.argv[2] ?? 'http://127.0.0.1:8760';
const folder = new URL('./screenshots/', import.meta.url).pathname;
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium-headless-shell',
    args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
});

async function shoot(name, path, { theme = 'light', width = 1280, height = 800, act = async () => {} } = {}) {
    const context = await browser.newContext({ viewport: { width, height } });
    await context.addCookies([{ name: 'theme', value: theme, url: address }]);
    const page = await context.newPage();
    await page.goto(address + path);
    await act(page);
    await page.waitForTimeout(400);
    await page.screenshot({ path: `${folder}${name}.png` });
    await context.close();
}

const page = await browser.newPage();
const find = async name => {
    await page.goto(address);
    return new URL(await page.getByRole('link', { name, exact: true }).first().getAttribute('href')).pathname;
};
const lights = await find('Harbour Lights');
const archipelago = await find('Grand Archipelago');
const quiet = await find('Quiet Harbour');

await shoot('register', '/');
await shoot('findings', '/findings');
await shoot('new-instance', '/new?game=ferrywright&version=3.2.1&loader=halyard');
await shoot('line-up', archipelago);
await shoot('from-your-disk', `${lights}/shelf`);
await shoot('hand-off', `${lights}/hand-off`, {
    act: async p => {
        await p.getByLabel('or choose').selectOption({ label: 'Signals at Noon' });
        await p.getByRole('button', { name: 'Compare' }).click();
        await p.getByRole('heading', { name: 'Beside Signals at Noon' }).waitFor();
    },
});
await shoot('worlds', `${lights}/worlds`, {
    act: async p => {
        for (const backup of [1, 2, 3]) {
            await p.getByRole('button', { name: 'Back up now' }).click();
            do {
                await p.waitForTimeout(1000);
                await p.reload();
            } while ((await p.getByRole('button', { name: /^Put back the worlds/ }).count()) < backup);
        }
    },
});
const oakum = { act: p => p.getByRole('img', { name: /^Oakum API/ }).focus() };
await shoot('theatre', `${archipelago}?view=theatre`, oakum);
await shoot('rehearsal', `${lights}/rehearsals/2`);
await shoot('package', `${lights}/packages/fogbank`);
await shoot('find', `${lights}/find?q=wether`, { act: p => p.getByLabel('Mark Deep Weather').check() });
// Where the largest could live, once every base was tried.
await shoot('move', `${archipelago}/move`, {
    act: async p => {
        await p.getByRole('link', { name: /^3\.4\.0 on Halyard/ }).waitFor({ timeout: 120_000 });
        while (await p.getByText('Being tried').count()) {
            await p.waitForTimeout(300);
        }
        await p.getByRole('link', { name: /^3\.4\.0 on Halyard/ }).click();
        await p.waitForLoadState();
    },
});
await shoot('definition', '/games/workbench?game=nightpost', {
    act: async p => {
        const files = `${process.env.STASIMON_VAR ?? 'var'}/depots/slipway/files`;
        const archive = readdirSync(files).find(name => name.startsWith('branch-lines'));
        await p.getByLabel('Real files to try it on').setInputFiles(`${files}/${archive}`);
        await p.getByRole('heading', { name: archive }).waitFor();
    },
});
await page.goto(`${address}${quiet}`);
await page.getByRole('button', { name: /^Play/ }).click();
await page.getByText('saved').first().waitFor({ timeout: 60_000 });
await shoot('playing-dark', new URL(page.url()).pathname, { theme: 'dark' });
await page.reload();
await page.getByRole('button', { name: 'Ask it to end' }).click();
await page.getByRole('heading', { name: /ended cleanly/ }).waitFor({ timeout: 60_000 });
const add = name => async p => {
    await p.getByLabel(`Mark ${name}`, { exact: true }).check();
    await p.getByRole('button', { name: /Add to the draft/ }).click();
    await p.waitForURL('**/draft');
};
const discard = async instance => {
    await page.goto(`${address}${instance}/draft`);
    await page.getByRole('button', { name: 'Throw away' }).click({ timeout: 5_000 });
};
await shoot('draft', `${lights}/find?q=fog+signals`, { act: add('Fog Signals') });
await discard(lights);
await shoot('why-not', `${lights}/find?q=deep`, { act: add('Deep Weather') });
await discard(lights);
await page.goto(address + archipelago);
await page.getByRole('button', { name: /^Rehearse/ }).click();
await page.getByRole('button', { name: /^(Find it|Look for it all the same) can be stopped/ }).click({ timeout: 90_000 });
await page.getByRole('heading', { level: 1, name: /Glass Compass/ }).waitFor({ timeout: 180_000 });
await shoot('culprits', new URL(page.url()).pathname);
await shoot('configs', `${archipelago}/configs`);
await shoot('order', `${archipelago}/order?list=resource-pack&path=assets/ferrywright/textures/hull.png`);
await browser.close();
