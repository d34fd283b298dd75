import { connect } from 'node:net';
import { oneOf, random, type Tally } from './tally';

/** What a request came to: its status, 0 where the server hung up, and how long it took. */
interface Answer {
  readonly status: number;
  readonly ms: number;
  readonly body: string;
}

/** An answer that takes longer is none; in milliseconds. A busy machine may take long. */
const PATIENCE = 30_000;

/** Sends bytes as they are, and reads what comes back: all of it, or as far as `until` says. */
export function ask(
  base: string,
  bytes: string,
  until: (text: string) => boolean = () => false,
): Promise<Answer> {
  const { hostname, port } = new URL(base);
  const start = performance.now();
  return new Promise((resolve) => {
    const chunks: Buffer[] = [];
    const socket = connect(Number(port), hostname, () => socket.write(bytes));
    const end = (): void => {
      clearTimeout(timer);
      socket.destroy();
      const text = Buffer.concat(chunks).toString('latin1');
      const [, status] = /^HTTP\/1\.1 (\d{3})/.exec(text) ?? [];
      resolve({ status: Number(status ?? 0), ms: performance.now() - start, body: text });
    };
    const timer = setTimeout(end, PATIENCE);
    socket.on('data', (chunk: Buffer) => {
      chunks.push(chunk);
      if (until(Buffer.concat(chunks.slice(0, 1)).toString('latin1'))) end();
    });
    socket.on('error', end);
    socket.on('close', end);
  });
}

/** Sends the beginning of a request and goes away. */
const hangUp = (base: string, bytes: string): Promise<Answer> =>
  new Promise((resolve) => {
    const { hostname, port } = new URL(base);
    const socket = connect(Number(port), hostname, () => {
      socket.write(bytes);
      socket.destroy();
    });
    socket.on('error', () => undefined);
    socket.on('close', () => resolve({ status: 0, ms: 0, body: '' }));
  });

/** A request with `Connection: close`, so that the answer has an end. */
export const request = (
  host: string,
  path: string,
  { method = 'GET', headers = {} }: { method?: string; headers?: Record<string, string> } = {},
): string =>
  `${method} ${path} HTTP/1.1\r\n${Object.entries({ Host: host, Connection: 'close', ...headers })
    .map(([name, value]) => `${name}: ${value}`)
    .join('\r\n')}\r\n\r\n`;

const RANGES = [
  ...['bytes=5-2', 'bytes=-1', 'bytes=-0', 'bytes=0-', 'bytes=99999999-', 'bytes=0-0,2-2,4-4', 'bytes=--1'],
  ...['bytes=a-b', 'bytes=', 'bytes', 'items=0-1', 'bytes=1-99999999999999999999', 'bytes=0-0,'.repeat(400)],
];
const PATHS = [
  ...[
    '/',
    '/films',
    '/api/health',
    '/api/demo',
    '/film/x/time',
    '/film/x/nowhere',
    '/_astro/',
    '/_astro/none.js',
  ],
  ...[
    '//',
    '///etc/passwd',
    '/../package.json',
    '/..%2f..%2fpackage.json',
    '/%2e%2e/%2e%2e/etc/passwd',
    '/%',
    '/%E0%A4%A',
  ],
  ...[
    '/%00',
    '/.git/config',
    '/src',
    '/api',
    '/api/demo/..',
    '/api/demo?x=1',
    '/?',
    '/#',
    `/${'a'.repeat(12_000)}`,
    '/\\..\\x',
  ],
  ...[
    '*',
    'http://127.0.0.1/',
    'http://elsewhere.example/',
    '/film/%00/time',
    '/film/../../x/time',
    '/favicon.ico',
  ],
];
const METHODS = [
  'TRACE',
  'CONNECT',
  'OPTIONS',
  'POST',
  'PUT',
  'DELETE',
  'PATCH',
  'PROPFIND',
  'get',
  'HEAD',
  'GET',
];
const HOSTS = [
  ...[
    'elsewhere.example',
    '192.168.0.1',
    '127.0.0.1.elsewhere.example',
    '',
    'localhost@elsewhere.example',
    '[::2]',
  ],
  ...['localhost:99999999', '0', 'LOCALHOST', '127.0.0.1:1', 'a b', '127.1'],
];
const HEADERS: readonly Record<string, string>[] = [
  ...[{ Origin: 'null' }, { Origin: 'http://elsewhere.example' }, { 'Sec-Fetch-Site': 'cross-site' }],
  ...[{ 'Content-Length': '-1' }, { 'Content-Length': '99999999' }, { 'Transfer-Encoding': 'chunked' }],
  ...[
    { 'If-None-Match': '*' },
    { 'If-Modified-Since': 'never' },
    { 'If-Range': '"x"' },
    { Expect: '100-continue' },
  ],
  ...[
    { Cookie: 'a'.repeat(9000) },
    { 'X-Forwarded-Host': 'elsewhere.example' },
    { Upgrade: 'websocket', Connection: 'Upgrade' },
  ],
];

/** Names that lead here from elsewhere. */
const isForeign = (host: string): boolean => !/^(127\.0\.0\.1|localhost|\[::1\])(:\d{1,5})?$/i.test(host);

/**
 * Sends so many bad requests. Each has to be answered within `longest` milliseconds, and never with a fault of the server's;
 * foreign names are never given a page; and the server is there afterwards.
 */
export async function attackWithRequests(
  base: string,
  count: number,
  { seed = 1, longest = 1000 } = {},
): Promise<Tally> {
  const next = random(seed);
  const own = new URL(base).host;
  const page = (await ask(base, request(own, '/films'))).body;
  const file = /"(\/_astro\/[^"]+\.(?:js|css))"/.exec(page)?.[1] ?? '/films';
  const harm: string[] = [];
  for (let i = 0; i < count; i++) {
    const kind = i % 6;
    const host = kind === 3 ? oneOf(HOSTS, next) : own;
    const path = kind === 0 ? file : oneOf([...PATHS, file], next);
    const headers =
      kind === 0
        ? { Range: RANGES[Math.floor(i / 6) % RANGES.length] as string }
        : kind === 4
          ? oneOf(HEADERS, next)
          : {};
    const method = kind === 2 ? oneOf(METHODS, next) : 'GET';
    const whole = request(host, path, { method, headers });
    // Now and then it is no request at all, or stops in the middle.
    const bytes =
      kind === 5
        ? oneOf(
            [
              whole.slice(0, Math.floor(next() * whole.length)),
              `\x16\x03\x01${whole}`,
              'x'.repeat(70_000),
              whole.replace('HTTP/1.1', 'HTTP/9'),
            ],
            next,
          )
        : whole;
    // A request that never ends is waited for by the server; here it hangs up as a browser does that is closed.
    const stops = kind === 5 && bytes.length < whole.length;
    const stays = 'Upgrade' in headers;
    const { status, ms, body } = stops
      ? await hangUp(base, bytes)
      : await ask(base, bytes, (text) => stays && text.includes('\r\n\r\n'));
    const said = `${method} ${path.slice(0, 60)} ${JSON.stringify(headers).slice(0, 60)} Host ${host}`;
    // A whole request to read something is answered, whatever it asks for.
    if (status === 0 && method === 'GET' && kind !== 3 && kind !== 5) harm.push(`${said}: got no answer`);
    if (status >= 500) harm.push(`${said}: answered with ${status}`);
    if (ms > longest) harm.push(`${said}: took ${Math.round(ms)} ms`);
    if (kind === 3 && isForeign(host) && status < 400 && status > 0)
      harm.push(`${said}: answered with ${status}`);
    if (/root:|"private": true|\[core\]/.test(body)) harm.push(`${said}: gave a file that is not served`);
  }
  const health = await ask(base, request(own, '/api/health')).catch(() => undefined);
  if (!health?.body.includes('{"status":"ok"}')) harm.push('The server is not there any more.');
  return { what: 'bad requests', tried: count, harm };
}
