import { createHash } from 'node:crypto';
import { defineMiddleware } from 'astro:middleware';
import { refusal } from './engine/server/request-schema';
import { contentPolicy } from './engine/server/security-headers';

const hashOf = (script: string): string => `'sha256-${createHash('sha256').update(script).digest('base64')}'`;

/** The inline scripts of a page we rendered ourselves, as sources for its content policy. */
const inlineScripts = (html: string): string[] =>
  Array.from(html.matchAll(/<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g), (found) =>
    hashOf(found[1] ?? ''),
  );

/** Checks every request and gives every page its content policy. */
export const onRequest = defineMiddleware(async (context, next) => {
  const { request, url, params, routePattern } = context;
  const refused = refusal({
    method: request.method,
    route: routePattern,
    url,
    params,
    origin: request.headers.get('origin'),
    host: request.headers.get('host'),
    fetchSite: request.headers.get('sec-fetch-site'),
  });
  if (refused) return Response.json({ problem: refused.problem }, { status: refused.status });
  const response = await next();
  if (import.meta.env.DEV || !response.headers.get('content-type')?.includes('text/html')) return response;
  const html = await response.text();
  const headers = new Headers(response.headers);
  headers.set('content-security-policy', contentPolicy(inlineScripts(html)));
  return new Response(html, { status: response.status, headers });
});
