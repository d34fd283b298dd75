import helmet from 'helmet';

/** The policy of a page: everything from this server, pictures and prints from the page's own memory. */
export const contentPolicy = (scripts: readonly string[]): string =>
  Object.entries({
    'default-src': ["'none'"],
    'script-src': ["'self'", "'wasm-unsafe-eval'", ...scripts],
    // Astro styles its islands inline.
    'style-src': ["'self'", "'unsafe-inline'"],
    'img-src': ["'self'", 'blob:', 'data:'],
    'media-src': ['blob:'],
    'font-src': ["'self'", 'data:'],
    'connect-src': ["'self'", 'blob:'],
    'worker-src': ["'self'"],
    'base-uri': ["'none'"],
    'form-action': ["'none'"],
    'frame-ancestors': ["'none'"],
  })
    .map(([directive, sources]) => `${directive} ${sources.join(' ')}`)
    .join('; ');

/**
 * Headers for every answer, files included: cross-origin isolation (for exact clocks and memory figures), no
 * sniffing, no frames, no referrer. The content policy is set page by page in `src/middleware.ts`.
 */
export const securityHeaders = helmet({
  contentSecurityPolicy: false,
  crossOriginOpenerPolicy: { policy: 'same-origin' },
  crossOriginEmbedderPolicy: { policy: 'require-corp' },
  crossOriginResourcePolicy: { policy: 'same-origin' },
  referrerPolicy: { policy: 'no-referrer' },
  // The server speaks plain HTTP on the machine itself.
  strictTransportSecurity: false,
});
