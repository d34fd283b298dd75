import type { APIRoute } from 'astro';
import { listWatched, watchedFolder } from '../../../engine/server/watched-folder';

/** The files of the folder that this server watches; without a name where it was started without one (`KERMIS_WATCH`). */
export const GET: APIRoute = async () => {
  const folder = watchedFolder();
  if (folder === undefined) return Response.json({ files: [] }, { headers: { 'cache-control': 'no-store' } });
  try {
    return Response.json(await listWatched(folder), { headers: { 'cache-control': 'no-store' } });
  } catch {
    return Response.json({ problem: 'The watched folder cannot be read.' }, { status: 503 });
  }
};
