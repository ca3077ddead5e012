// Eleven tasks of a modder with many instances, each counted in acts and seconds: an act is a press, a choice of files, or something
// typed or pasted. It is run against the demo as bin/start has loaded it, which it changes:
//   printf 'delete\n' | bin/start --fresh, and beside it STASIMON_URL=http://127.0.0.1:8760 node bench/tasks.mjs
import { chromium } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const site = process.env.STASIMON_URL ?? 'http://127.0.0.1:8760';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.setDefaultTimeout(120_000);

let acts = 0;
const press = async target => {
    acts++;
    await target.click();
};
const type = async (target, text) => {
    acts++;
    await target.fill(text);
};
const button = (name, within = page) => within.getByRole('button', { name }).first();
const link = (name, within = page) => within.getByRole('link', { name }).first();
const paste = async text => {
    acts++;
    await page.evaluate(what => {
        const data = new DataTransfer();
        data.setData('text', what);
        window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
    }, text);
};
const brought = () => page.getByRole('dialog', { name: 'What was brought' });

async function make(name) {
    await page.goto(`${site}/new?game=ferrywright&version=3.2.1&loader=halyard`);
    await page.getByLabel('Name').fill(name);
    await button('Make it').click();
    await page.waitForURL(/\/find/);

    return page.url().replace(/\/find.*/, '');
}

function mods(count) {
    const folder = mkdtempSync(join(tmpdir(), 'stasimon-mods-'));
    for (let n = 1; n <= count; n++) {
        const says = { id: `own-${n}`, version: '1.0.0', name: `Own ${n}`, type: 'mod', loaders: ['halyard'], side: 'both' };
        const rest = { needs: { ferrywright: '>=3.2.0' }, needsOneOf: [], breaks: [], provides: {} };
        mkdirSync(join(folder, `${n}`));
        writeFileSync(join(folder, `${n}`, 'ferry.mod.json'), JSON.stringify({ ...says, ...rest }));
        execFileSync('zip', ['-qj', join(folder, `own-${n}.zip`), join(folder, `${n}`, 'ferry.mod.json')]);
    }

    return readdirSync(folder)
        .filter(name => name.endsWith('.zip'))
        .map(name => join(folder, name));
}

const tasks = {
    'first clean launch': async () => {
        await page.goto(site);
        await press(link(/New instance/));
        await type(page.getByLabel('Name'), 'First');
        await press(button('Make it'));
        await type(page.getByLabel('Words to look for'), 'gulls');
        await press(page.getByLabel('Mark Gulls', { exact: true }));
        await press(button(/Add to the draft/));
        await press(button('Build until it launches'));
        await page
            .getByText(/It launches/)
            .first()
            .waitFor();
    },
    "50 files of one's own in": async () => {
        const root = await make('Fifty');
        const files = mods(50);
        await page.goto(`${root}/shelf`);
        acts++;
        await page.locator('.door input[type=file], input#files').first().setInputFiles(files);
        await press(button('Take them in'));
        const fits = page.getByRole('button', { name: /Add all \d+ that fit/ });
        await page.waitForFunction(() => Number(/Add all (\d+) that fit/.exec(document.body.innerText)?.[1] ?? 0) >= 50);
        await press(fits);
        await press(button(/^Apply/));
        await page.getByText('It is applied').waitFor();
    },
    '70 packages in': async () => {
        await make('Seventy');
        const rows = page.locator('[data-rows] [data-row]');
        await rows.nth(24).waitFor();
        while ((await rows.count()) < 75) {
            acts++;
            await rows.last().scrollIntoViewIfNeeded();
            await page.waitForTimeout(50);
        }
        await press(page.getByLabel('Mark all that are shown'));
        await press(button(/Add to the draft/));
        await page.getByRole('heading', { level: 1 }).waitFor();
    },
    '30 names in': async () => {
        const root = await make('Thirty');
        await page.goto(`${root}/find?sort=downloads`);
        const names = (await page.locator('[data-row] a.font-medium').allTextContents()).slice(0, 25);
        await page.goto(`${root}/draft`);
        await paste(names.concat(['Figureheads', 'Crowsnests', 'Glitter', 'Fogbank Weather', 'Paper Lanterns']).join('\n'));
        await press(button('Add to the draft', brought()));
        await page.getByText(/are in the draft/).waitFor();
    },
    'pause a long apply': async () => {
        const root = await make('Paused');
        await page.goto(`${root}/find?fit=now&sort=size`);
        await page.getByLabel('Mark all that are shown').check();
        await button(/Add to the draft/).click();
        await page.goto(`${root}/draft`);
        await press(button(/^Apply/));
        const pause = button(/^Pause/);
        if (await pause.isVisible().catch(() => false)) {
            await press(pause);
        }
        await page
            .getByText(/Paused|It is applied|cannot be/)
            .first()
            .waitFor();
    },
    'find a world': async () => {
        await page.goto(site);
        acts++;
        await page.keyboard.press('/');
        await page.keyboard.type('western isles');
        await page.getByRole('option', { name: /world Western Isles/ }).waitFor();
        await press(page.getByRole('option', { name: /world Western Isles/ }));
        await page.waitForURL(/worlds/);
    },
    "paste a friend's set": async () => {
        const from = await page.goto(site).then(() => link('Quiet Harbour').getAttribute('href'));
        await page.goto(`${from}/hand-off`);
        const text = await page.getByLabel('The hand-off as text').inputValue();
        await page.goto(site);
        await paste(text);
        await press(button(/See|Open|Make/, brought()));
        await press(button('Make an instance of it'));
        await page.getByRole('heading', { level: 1 }).waitFor();
    },
    'all that gives nothing up, in all instances': async () => {
        await page.goto(site);
        await press(link('All of it at once'));
        await press(button(/^Draft (it|them all)/));
        await press(button(/^Apply (it|those)/));
        await page.getByText(/being applied/).waitFor();
    },
    'update all in all instances': async () => {
        await page.goto(site);
        await press(link(/updates? in all/i));
        await press(button('Draft the updates'));
        await press(button('Apply the drafts'));
        await page.getByText(/being applied/).waitFor();
    },
    'see what came over night': async () => {
        await page.goto(site);
        await page.getByRole('heading', { name: /What is new/ }).waitFor();
    },
    'end what hangs': async () => {
        await page.goto(`${site}/work`);
        const end = button(/^End/);
        if (await end.isVisible().catch(() => false)) {
            await press(end);
        }
    },
};

console.log('| task | acts | seconds |\n| --- | ---: | ---: |');
for (const [name, run] of Object.entries(tasks)) {
    acts = 0;
    const start = performance.now();
    await run().catch(failure => console.log(`${name}: ${failure.message.split('\n')[0]}`));
    console.log(`| ${name} | ${acts} | ${((performance.now() - start) / 1000).toFixed(1)} |`);
}
await browser.close();
