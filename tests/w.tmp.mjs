import { chromium } from '@playwright/test';
const address = 'http://127.0.0.1:8760';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic'] });
export async function shoot(name, path, { theme = 'light', width = 1280, height = 800, act = async () => {}, full = false } = {}) {
    const context = await browser.newContext({ viewport: { width, height } });
    await context.addCookies([{ name: 'theme', value: theme, url: address }]);
    const page = await context.newPage();
    await page.goto(path.startsWith('http') ? path : address + path);
    await act(page);
    await page.waitForTimeout(300);
    await page.screenshot({ path: `/tmp/${name}.png`, fullPage: full });
    const url = page.url();
    await context.close();
    return url;
}
export const page = await browser.newPage();
export const find = async name => { await page.goto(address); return new URL(await page.getByRole('link', { name, exact: true }).first().getAttribute('href')).pathname; };
const script = process.argv[2];
if (script) { const m = await import(script); await m.default({ shoot, find, page, address, browser }); await browser.close(); }
