import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';

// Another installation with a page of its own, for a friend of whoever walks; it goes when the walk is over.
export async function withAnother(browser, walk) {
    const script = spawn(fileURLToPath(new URL('other.sh', import.meta.url)), { stdio: ['pipe', 'pipe', 'inherit'] });
    const over = new Promise(done => script.on('exit', done));
    try {
        let baseURL = '';
        for await (const line of createInterface({ input: script.stdout })) {
            baseURL = /^at (\S+)$/.exec(line)?.[1] ?? '';
            if (baseURL) {
                break;
            }
        }
        if (!baseURL) {
            throw new Error('The other installation did not start.');
        }
        const context = await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 } });
        await walk(await context.newPage());
        await context.close();
    } finally {
        script.stdin.end();
        await over;
    }
}

// Two of them, started beside each other.
export async function withTwoOthers(browser, walk) {
    let done;
    const over = new Promise(resolve => (done = resolve));
    let come;
    const there = new Promise(resolve => (come = resolve));
    await Promise.all([
        withAnother(browser, async second => {
            come(second);
            await over;
        }).catch(failure => {
            come(null);
            throw failure;
        }),
        withAnother(browser, async first => {
            const second = await there;
            if (second !== null) {
                await walk(first, second);
            }
        }).finally(done),
    ]);
}
