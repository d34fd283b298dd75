/**
 * Serves the built app on this machine only: `PORT` sets the port, 4321 without it.
 * Files under dist/client come with the same headers as pages.
 */
import { existsSync, readdirSync } from 'node:fs';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import send from 'send';
import { ENCODINGS, encodingFor } from '../src/engine/server/encoded-files';
import { refusedAtOnce } from '../src/engine/server/guard';
import { securityHeaders } from '../src/engine/server/security-headers';

type Handler = (request: IncomingMessage, response: ServerResponse, next: () => void) => unknown;

const port = Number(process.env['PORT'] ?? 4321);
const host = '127.0.0.1';
if (!Number.isInteger(port) || port < 0 || port > 65535) {
  console.error(`PORT must be a number from 0 to 65535, not ${process.env['PORT']}.`);
  process.exit(1);
}

const { handler } = (await import(pathToFileURL(resolve('dist/server/entry.mjs')).href)) as {
  handler: Handler;
};
const root = resolve('dist/client');
const encodedRoot = resolve('dist/encoded');

/** Addresses of the files that are stored in each coding. */
const encoded = ENCODINGS.map((encoding) => {
  const folder = join(encodedRoot, encoding);
  const names = existsSync(folder) ? readdirSync(folder, { recursive: true, encoding: 'utf8' }) : [];
  return { encoding, paths: new Set(names.map((name) => `/${name}`)) };
});

/** Ends a request with a sentence. */
function answer(response: ServerResponse, status: number, problem: string): void {
  if (response.headersSent) return void response.destroy();
  response.writeHead(status, { 'content-type': 'application/json' });
  response.end(JSON.stringify({ problem }));
}

/** A built file (ranges by RFC 9110, section 14); `otherwise` where there is none. */
function sendFile(request: IncomingMessage, response: ServerResponse, otherwise: () => void): void {
  const path = (request.url ?? '/').split('?')[0] ?? '/';
  // Names under _astro change with their contents.
  const cache = path.startsWith('/_astro/') ? { maxAge: '1y', immutable: true } : {};
  const stored = encoded.filter(({ paths }) => paths.has(path)).map(({ encoding }) => encoding);
  const encoding = encodingFor(request.headers, stored);
  if (stored.length > 0) response.setHeader('Vary', 'Accept-Encoding');
  // Parts are those of the file's own bytes: no client is led to ask for parts of a coded one.
  const from = encoding ? { root: join(encodedRoot, encoding), acceptRanges: false } : { root };
  send(request, path, { ...from, index: false, dotfiles: 'ignore', ...cache })
    .on('headers', () => encoding && response.setHeader('Content-Encoding', encoding))
    .on('directory', otherwise)
    .on('error', ({ status }: { status?: number }) => {
      if (response.headersSent) response.destroy();
      else if (status === 416) answer(response, 416, 'The file has no such part.');
      else if (status === 400) answer(response, 400, 'The address cannot be read.');
      else otherwise();
    })
    .pipe(response);
}

const server = createServer((request, response) => {
  request.on('error', () => response.destroy());
  response.on('error', () => response.destroy());
  try {
    securityHeaders(request, response, () => {
      const refused = refusedAtOnce(request.method, request.headers.host);
      if (refused) return answer(response, refused.status, refused.problem);
      sendFile(request, response, () => {
        Promise.resolve(
          handler(request, response, () => answer(response, 404, 'There is nothing at this address.')),
        ).catch(() => answer(response, 500, 'The request could not be answered.'));
      });
    });
  } catch {
    answer(response, 400, 'The request cannot be read.');
  }
});

// No request ends the process: what slips through every check is written down, and the next one is answered.
process.on('uncaughtException', (error) => console.error(error));
process.on('unhandledRejection', (error) => console.error(error));

server.on('error', (error: NodeJS.ErrnoException) => {
  const taken = error.code === 'EADDRINUSE';
  console.error(
    taken ? `Port ${port} is taken. Set PORT to another one, such as PORT=${port + 1}.` : error.message,
  );
  process.exit(1);
});

server.listen(port, host, () => {
  const address = server.address();
  console.log(`Kermis is at http://${host}:${typeof address === 'object' && address ? address.port : port}/`);
});
