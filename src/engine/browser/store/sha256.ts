import { createSHA256 } from 'hash-wasm';

/** The SHA-256 of bytes in hexadecimal: the name under which files are kept. */
export async function sha256(bytes: BufferSource): Promise<string> {
  const hash = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  return Array.from(hash, (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** Files larger than this are read piece by piece. */
const PIECE = 1 << 20;

/** The SHA-256 of a file, of which little is held at a time; the browser's own wants all of it at once. */
export async function sha256Of(file: Blob): Promise<string> {
  if (file.size <= PIECE) return sha256(await file.arrayBuffer());
  const hash = await createSHA256();
  for (let at = 0; at < file.size; at += PIECE)
    hash.update(new Uint8Array(await file.slice(at, at + PIECE).arrayBuffer()));
  return hash.digest('hex');
}
