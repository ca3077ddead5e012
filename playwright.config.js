import { defineConfig } from '@playwright/test';

export default defineConfig({
    testDir: 'tests/Browser',
    outputDir: 'storage/framework/browser',
    // Each walk has instances of its own; those of depots and store change what is there for all of them, and come after.
    workers: 2,
    fullyParallel: true,
    projects: [
        { name: 'walks', grepInvert: /(depots|store): / },
        { name: 'depots', grep: /(depots|store): /, dependencies: ['walks'] },
    ],
    timeout: 240_000,
    expect: { timeout: 45_000 },
    use: {
        baseURL: process.env.STASIMON_URL,
        viewport: { width: 1280, height: 800 },
        actionTimeout: 90_000,
        launchOptions: {
            executablePath: '/usr/bin/chromium-headless-shell',
            args: [
                '--headless',
                '--no-sandbox',
                '--disable-gpu',
                '--disable-quic',
                '--no-first-run',
                '--disable-background-networking',
                '--disable-component-update',
                '--disable-sync',
            ],
        },
    },
});
