import { expect, test } from 'vitest';
import { encodingFor } from './encoded-files';

test('a file goes out in the smallest coding that is accepted, its parts never do (RFC 9110, 12.5.3 and 14.2)', () => {
  const sent = (accept: string | undefined, range?: string): string | undefined =>
    encodingFor({ ...(accept !== undefined && { 'accept-encoding': accept }), ...(range && { range }) }, [
      'br',
      'gzip',
    ]);
  expect(sent('gzip, deflate, br, zstd')).toBe('br');
  expect(sent('gzip, deflate')).toBe('gzip');
  // A weight of nothing means: not acceptable.
  expect(sent('br;q=0, gzip;q=0.4')).toBe('gzip');
  expect(sent('br;q=0, *;q=0.5')).toBe('gzip');
  expect(sent('identity')).toBeUndefined();
  expect(sent('')).toBeUndefined();
  expect(sent(undefined)).toBeUndefined();
  expect(sent('gzip, br', 'bytes=0-99')).toBeUndefined();
  expect(encodingFor({ 'accept-encoding': 'br' }, [])).toBeUndefined();
});
