// Takes docs/screenshots/ anew from a running, freshly loaded demo: node docs/screenshots.mjs [http://127.0.0.1:8760]
import { chromium } from '@playwright/test';
import { mkdirSync } from 'node:fs';

const address = process.argv[2] ?? 'http://127.0.0.1:8760';
const folder = new URL('./screenshots/', import.meta.url).pathname;
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'] });

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
const find = async (name) => {
    await page.goto(address);
    return new URL(await page.getByRole('link', { name, exact: true }).first().getAttribute('href')).pathname;
};
const lights = await find('Harbour Lights');
const signals = await find('Signals at Noon');

await shoot('register', '/');
await shoot('new-instance', '/new?game=ferrywright&version=3.2.1&loader=halyard');
await shoot('line-up', lights);
await shoot('line-up-narrow', lights, { width: 400, height: 800 });
await shoot('theatre', `${lights}?view=theatre`, { act: (p) => p.getByRole('img', { name: /^Oakum API/ }).focus() });
await shoot('rehearsal', `${signals}/rehearsals/1`);
await shoot('rehearsal-dark', `${signals}/rehearsals/1`, { theme: 'dark' });
await shoot('find', `${lights}/find?q=wether`, { act: (p) => p.getByLabel('Mark Low Cloud').check() });
const add = (name) => async (p) => {
    await p.getByLabel(`Mark ${name}`).check();
    await p.getByRole('button', { name: /Add to the draft/ }).click();
    await p.waitForURL('**/draft');
};
const discard = async (p) => p.getByRole('button', { name: 'Throw away' }).click();
await shoot('draft', `${lights}/find?q=fog+signals`, { act: add('Fog Signals') });
await shoot('why-not', `${lights}/find?q=deep`, { act: add('Deep Weather') });
await page.goto(`${address}${lights}/draft`);
await discard(page);
await browser.close();
