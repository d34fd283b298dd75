import type { IncomingHttpHeaders } from 'node:http';
import Negotiator from 'negotiator';

/** Content codings that built files are stored in beside their own bytes, the smallest first. */
export const ENCODINGS = ['br', 'gzip'] as const;
export type Encoding = (typeof ENCODINGS)[number];

/**
 * Coding in which a file is sent (RFC 9110, section 12.5.3): the smallest that is stored and accepted, or undefined for
 * its own bytes. A part of a file is always one of its own bytes.
 */
export function encodingFor(headers: IncomingHttpHeaders, stored: readonly Encoding[]): Encoding | undefined {
  if (headers.range !== undefined) return undefined;
  const negotiator = new Negotiator({ headers });
  return stored.find((each) => negotiator.encodings([each]).length > 0);
}
