import type { APIRoute } from 'astro';
import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { demoBundlePath } from '../../engine/server/settings';

/** The demo film, streamed as a `.kermis` file. */
export const GET: APIRoute = async () => {
  const path = demoBundlePath();
  const facts = await stat(path).catch(() => undefined);
  if (!facts)
    return Response.json(
      { problem: 'The demo film has not been built. Run npm run build.' },
      { status: 503 },
    );
  return new Response(Readable.toWeb(createReadStream(path)) as ReadableStream, {
    headers: {
      'content-type': 'application/zip',
      'content-length': String(facts.size),
      'cache-control': 'no-cache',
    },
  });
};
