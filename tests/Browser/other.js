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
