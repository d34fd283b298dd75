/**
 * Serves the built app on this machine only: `PORT` sets the port, 4321 without it.
 * Files under dist/client come with the same headers as pages.
 */
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import sirv from 'sirv';
import { securityHeaders } from '../src/engine/server/security-headers';

type Handler = (request: IncomingMessage, response: ServerResponse, next: () => void) => void;

const port = Number(process.env['PORT'] ?? 4321);
const host = '127.0.0.1';
if (!Number.isInteger(port) || port < 0 || port > 65535) {
  console.error(`PORT must be a number from 0 to 65535, not ${process.env['PORT']}.`);
  process.exit(1);
}

const { handler } = (await import(pathToFileURL(resolve('dist/server/entry.mjs')).href)) as {
  handler: Handler;
};
const files = sirv(resolve('dist/client'), {
  etag: true,
  setHeaders: (response, path) => {
    // Names under _astro change with their contents.
    if (path.startsWith('/_astro/'))
      response.setHeader('cache-control', 'public, max-age=31536000, immutable');
  },
});

const server = createServer((request, response) => {
  securityHeaders(request, response, () => {
    const toAstro = (): void =>
      handler(request, response, () => {
        response.statusCode = 404;
        response.end('There is nothing at this address.');
      });
    if (request.method === 'GET' || request.method === 'HEAD') files(request, response, toAstro);
    else toAstro();
  });
});

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
