import { connect } from 'node:net';
import { expect, test } from '@playwright/test';

// What a server answers to bytes that no browser would send.
function answerTo(baseURL, bytes) {
    const { hostname, port } = new URL(baseURL);
    return new Promise((resolve, reject) => {
        let answer = '';
        const socket = connect({ host: hostname, port: Number(port) }, () => socket.write(bytes));
        socket.setEncoding('utf8');
        socket.on('data', part => {
            answer += part;
            // Refused without being read to its end, it may say no more.
            if (answer.includes('</p>') || answer.includes('"}')) {
                socket.destroy();
                resolve(answer);
            }
        });
        socket.on('end', () => resolve(answer));
        socket.on('error', reject);
    });
}

const asked = (method, ...headers) => [`${method} / HTTP/1.1`, 'Host: localhost', ...headers, '', ''].join('\r\n');

test('the front refuses wrong and large requests with a sentence, and pages go on being served', async ({ page, baseURL }) => {
    const refused = {
        'a length of 10^11': [asked('POST', 'Content-Length: 100000000000'), 413, /larger than what is taken at once/],
        'a length of 1 GB, to a script': [
            asked('POST', 'Accept: application/json', 'Content-Length: 1000000000'),
            413,
            /\{"message":"That is larger than what is taken at once/,
        ],
        'a part of 2^60 bytes': [asked('POST', 'Transfer-Encoding: chunked') + '1000000000000000\r\n', 400, /not one that can be understood/],
        'a length that is none': [asked('POST', 'Content-Length: many'), 400, /not one that can be understood/],
        'two lengths': [asked('POST', 'Content-Length: 3', 'Content-Length: 4') + 'abc', 400, /not one that can be understood/],
        'a header without end': [asked('GET', `X-Long: ${'a'.repeat(40_000)}`), 400, /headers are longer|not one that can be/],
        'an address without end': [`GET /${'a'.repeat(40_000)} HTTP/1.1\r\nHost: localhost\r\n\r\n`, 414, /longer than any/],
        'no request at all': ['\u0000\u0001\r\n\r\n', 400, /not one that can be understood/],
    };
    for (const [name, [bytes, status, words]] of Object.entries(refused)) {
        const answer = await answerTo(baseURL, bytes);
        expect(answer, name).toMatch(new RegExp(`^HTTP/1.1 ${status} `));
        expect(answer, name).toMatch(words);
        expect(answer, name).not.toContain('nginx/');
    }
    // As often as there are processes behind it, and more: none was lost.
    for (let n = 0; n < 12; n++) {
        expect((await page.request.get('/')).status()).toBe(200);
    }
    for (const path of ['/.env', '/index.php/x', '/build/../../.env', '/%2e%2e/composer.json', '/build/nothing.js']) {
        expect((await page.request.get(path)).status(), path).toBe(404);
    }
});
