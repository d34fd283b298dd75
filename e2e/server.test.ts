import { once } from 'node:events';
import { readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { get, type IncomingHttpHeaders, type IncomingMessage } from 'node:http';
import { buffer } from 'node:stream/consumers';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { expect, test } from 'vitest';
import { ask, attackWithRequests, request } from '../bench/attack/requests';
import { base } from './browser';

test('the server answers its own pages only, and nothing but what it has', async () => {
  const status = async (path: string, init?: RequestInit): Promise<number> =>
    (await fetch(base() + path, init)).status;
  expect(await (await fetch(`${base()}/api/health`)).json()).toEqual({ status: 'ok' });
  expect(await status('/api/demo?path=../../package.json')).toBe(400);
  expect(await status('/api/demo', { headers: { origin: 'http://elsewhere.example' } })).toBe(403);
  expect(await status('/api/health', { method: 'DELETE', headers: { origin: base() } })).toBe(405);
  for (const path of ['/film/a%2Fb/time', '/film/a/nowhere', '/..%2fpackage.json', '/api/nothing'])
    expect(await status(path), path).toBe(404);
  const page = await fetch(`${base()}/films`);
  const policy = page.headers.get('content-security-policy') ?? '';
  expect(policy).toContain("default-src 'none'");
  expect(policy.split(';').find((part) => part.includes('script-src'))).not.toContain('unsafe-inline');
  const script = /src="(\/_astro\/[^"]+\.js)"|component-url="([^"]+)"/.exec(await page.text());
  const file = await fetch(base() + (script?.[1] ?? script?.[2] ?? '/missing'));
  for (const answer of [page, file]) {
    expect(answer.status).toBe(200);
    expect(answer.headers.get('cross-origin-embedder-policy')).toBe('require-corp');
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff');
  }
  const demo = Buffer.from(await (await fetch(`${base()}/api/demo`)).arrayBuffer());
  expect(demo.equals(await readFile('.cache/demo.kermis'))).toBe(true);
});

test('parts of files are given by RFC 9110, and what is not asked rightly costs no more than an answer', async () => {
  const page = await (await fetch(`${base()}/films`)).text();
  const paths = [...page.matchAll(/"(\/_astro\/[^"]+\.js)"/g)].map(([, each = '']) => each);
  const files = await Promise.all(
    paths.map(async (each) => ({ path: each, whole: await readFile(`dist/client${each}`) })),
  );
  // One that is long enough for all of these parts.
  const { path, whole } = files.sort((a, b) => b.whole.length - a.whole.length)[0] ?? {
    path: '',
    whole: Buffer.alloc(0),
  };
  const part = async (range: string): Promise<{ status: number; said: string | null; from: number }> => {
    const answer = await fetch(base() + path, { headers: { range } });
    const bytes = Buffer.from(await answer.arrayBuffer());
    const said = answer.headers.get('content-range');
    return { status: answer.status, said, from: bytes.length > 0 ? whole.indexOf(bytes) : -1 };
  };
  const { length } = whole;
  const last = length - 1;
  // RFC 9110, 14.1.2: the last bytes, from a place on, between two places, and past the end.
  expect(await part('bytes=-99')).toEqual({
    ...{ status: 206, said: `bytes ${length - 99}-${last}/${length}`, from: length - 99 },
  });
  expect(await part('bytes=5-')).toEqual({ status: 206, said: `bytes 5-${last}/${length}`, from: 5 });
  expect(await part('bytes=200-399')).toEqual({ status: 206, said: `bytes 200-399/${length}`, from: 200 });
  expect(await part('bytes=99999999-')).toMatchObject({ status: 416, said: `bytes */${length}` });
  // 14.2: a range that is none is ignored or refused.
  expect([200, 416]).toContain((await part('bytes=5-2')).status);
  // A built file that is not there any more; no other test asks for this one.
  const gone = '/_astro/gone.js';
  await writeFile(`dist/client${gone}`, 'export {};');
  expect((await fetch(base() + gone)).status).toBe(200);
  await rm(`dist/client${gone}`);
  expect((await fetch(base() + gone)).status).toBe(404);
});

test('a built file comes in the coding that was asked for, and is the same file', async () => {
  const page = await (await fetch(`${base()}/films`)).text();
  const path = /renderer-url="([^"]+\.js)"/.exec(page)?.[1] ?? '/missing';
  const whole = await readFile(`dist/client${path}`);
  // Not through fetch, which takes the coding off again.
  const asked = async (
    headers: Record<string, string>,
  ): Promise<{ headers: IncomingHttpHeaders; bytes: Buffer }> => {
    const [answer] = (await once(get(base() + path, { headers }), 'response')) as [IncomingMessage];
    return { headers: answer.headers, bytes: await buffer(answer) };
  };
  const plain = await asked({ 'accept-encoding': 'identity' });
  expect(plain.headers['content-encoding']).toBeUndefined();
  expect(plain.bytes.equals(whole)).toBe(true);
  const [br, gz] = [
    await asked({ 'accept-encoding': 'gzip, br' }),
    await asked({ 'accept-encoding': 'gzip' }),
  ];
  expect([br.headers['content-encoding'], gz.headers['content-encoding']]).toEqual(['br', 'gzip']);
  expect(brotliDecompressSync(br.bytes).equals(whole)).toBe(true);
  expect(gunzipSync(gz.bytes).equals(whole)).toBe(true);
  for (const { headers } of [plain, br, gz]) {
    expect(headers.vary).toContain('Accept-Encoding');
    expect(headers['content-type']).toMatch(/^(text|application)\/javascript/);
    expect(headers['cache-control']).toContain('immutable');
  }
  const part = await asked({ 'accept-encoding': 'br', range: 'bytes=0-9' });
  expect(part.headers['content-encoding']).toBeUndefined();
  expect(part.bytes.equals(whole.subarray(0, 10))).toBe(true);
});

test('only names of this machine are answered, only reading is, and 120 bad requests in a row leave the server as it was', async () => {
  const own = new URL(base()).host;
  const status = async (host: string, method = 'GET'): Promise<number> =>
    (await ask(base(), request(host, '/films', { method }))).status;
  expect(await status(own)).toBe(200);
  expect(await status('localhost:4321')).toBe(200);
  expect(await status('[::1]')).toBe(200);
  for (const host of ['elsewhere.example', '127.0.0.1.elsewhere.example', '192.168.0.1:4321'])
    expect(await status(host), host).toBe(421);
  expect(await status(own, 'TRACE')).toBe(405);
  expect(await status(own, 'DELETE')).toBe(405);
  expect(
    (await attackWithRequests(base(), 120, { seed: 7, longest: Number.POSITIVE_INFINITY })).harm,
  ).toEqual([]);
});

test('the shelf, as it is seen first, is less than 700 kB before compression', async () => {
  const page = await (await fetch(`${base()}/films`)).text();
  const first = [...page.matchAll(/(?:href|component-url|renderer-url)="(\/_astro\/[^"]+)"/g)].map(
    ([, path = '']) => path,
  );
  const bytesOf = async (path: string): Promise<Buffer> => readFile(`dist/client${path}`);
  const needed = new Map<string, number>();
  for (let path = first.pop(); path !== undefined; path = first.pop()) {
    if (needed.has(path)) continue;
    const bytes = await bytesOf(path);
    needed.set(path, bytes.length);
    if (!path.endsWith('.js')) continue;
    // Static imports only: those by `import()` are fetched later.
    for (const [, name = ''] of bytes.toString().matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g))
      first.push(`${path.slice(0, path.lastIndexOf('/'))}/${name}`);
  }
  const fonts = (await readdir('dist/client/_astro')).filter(
    (name) =>
      /(wght|400|600)-normal.*\.woff2$/.test(name) && name.includes('latin-') && !name.includes('latin-ext'),
  );
  expect(fonts.length).toBeGreaterThan(2);
  for (const name of fonts) needed.set(name, (await bytesOf(`/_astro/${name}`)).length);
  expect(needed.size).toBeGreaterThan(5);
  expect([...needed.values()].reduce((sum, each) => sum + each, 0)).toBeLessThan(700_000);
});
