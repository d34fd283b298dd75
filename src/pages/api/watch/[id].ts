import type { APIRoute } from 'astro';
import { createReadStream } from 'node:fs';
import { lstat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { MOST_BYTES, watchedFolder, watchedPath } from '../../../engine/server/watched-folder';

/** A file of the watched folder, by the number that its list told. */
export const GET: APIRoute = async ({ params }) => {
  const folder = watchedFolder();
  const path = folder === undefined ? undefined : watchedPath(folder, Number(params['id']));
  const facts = path === undefined ? undefined : await lstat(path).catch(() => undefined);
  if (path === undefined || !facts?.isFile())
    return Response.json({ problem: 'There is no such file in the watched folder.' }, { status: 404 });
  if (facts.size > MOST_BYTES)
    return Response.json({ problem: 'The file is larger than 1 GB.' }, { status: 413 });
  return new Response(Readable.toWeb(createReadStream(path)) as ReadableStream, {
    headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' },
  });
};
