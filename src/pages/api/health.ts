import type { APIRoute } from 'astro';

/** Says that the server is up. */
export const GET: APIRoute = () =>
  Response.json({ status: 'ok' }, { headers: { 'cache-control': 'no-store' } });
