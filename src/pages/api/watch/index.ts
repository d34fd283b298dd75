import type { APIRoute } from 'astro';
import { watchedFolder } from '../../../engine/server/watched-folder';

/** The files of the folder that this server watches; without a name where it was started without one (`KERMIS_WATCH`). */
export const GET: APIRoute = async () => {
  const headers = { 'cache-control': 'no-store' };
  try {
    return Response.json((await watchedFolder()?.list()) ?? { files: [], older: 0 }, { headers });
  } catch {
    return Response.json({ problem: 'The watched folder cannot be read.' }, { status: 503 });
  }
};
