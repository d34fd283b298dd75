import type { APIRoute } from 'astro';
import { addAbortSignal, Readable } from 'node:stream';
import { MOST_BYTES, watchedFolder } from '../../../engine/server/watched-folder';

/** Time limit for sending a file, in milliseconds: a disk that does not answer must not hold a connection. */
const TIMEOUT = 120_000;

/** A file of the watched folder, by the number that its list told. */
export const GET: APIRoute = async ({ params }) => {
  const opened = await watchedFolder()?.open(Number(params['id']));
  if (!opened)
    return Response.json({ problem: 'There is no such file in the watched folder.' }, { status: 404 });
  const { file, bytes } = opened;
  if (bytes > MOST_BYTES) {
    await file.close();
    return Response.json({ problem: 'The file is larger than 1 GB.' }, { status: 413 });
  }
  // No more than it held when it was opened, were it still written. The stream closes the file, however it ends.
  const stream = file.createReadStream({ start: 0, end: Math.max(0, bytes - 1) });
  addAbortSignal(AbortSignal.timeout(TIMEOUT), stream);
  return new Response(Readable.toWeb(stream) as ReadableStream, {
    headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' },
  });
};
