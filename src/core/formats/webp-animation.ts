import { ascii } from '../bytes/ascii';
import type { Size } from '../picture/size';

/** The longest that a picture stays, in thousandths of a second: it is kept in three bytes. */
export const LONGEST_WEBP = 2 ** 24 - 1;

/** A chunk of RIFF; one byte is added behind an odd number of them. */
function chunk(type: string, data: Uint8Array): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(8 + data.length + (data.length % 2));
  bytes.set(new TextEncoder().encode(type), 0);
  new DataView(bytes.buffer).setUint32(4, data.length, true);
  bytes.set(data, 8);
  return bytes;
}

function threeBytes(bytes: Uint8Array, at: number, value: number): void {
  bytes.set([value & 255, (value >> 8) & 255, value >> 16], at);
}

/** The picture itself out of a WebP file of one: its chunks of pixels and of what shines through. */
function pixelChunks(file: Uint8Array): Uint8Array {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  const parts: Uint8Array[] = [];
  for (let at = 12; at + 8 <= file.length;) {
    const length = view.getUint32(at + 4, true);
    const next = at + 8 + length + (length % 2);
    if (['VP8 ', 'VP8L', 'ALPH'].includes(ascii(file, at, 4))) parts.push(file.subarray(at, next));
    at = next;
  }
  if (parts.length === 0) throw new Error('A picture is not a WebP.');
  const out = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}

/** What stands in front of the pictures of an animated WebP of so many bytes (WebP Container Specification, Google): 44 bytes. */
export function webpHead({ width, height }: Size, runs: number, bytes: number): Uint8Array<ArrayBuffer> {
  const features = new Uint8Array(10);
  // It is animated.
  features[0] = 0b10;
  threeBytes(features, 4, width - 1);
  threeBytes(features, 7, height - 1);
  const animation = new Uint8Array(6);
  animation[3] = 255;
  new DataView(animation.buffer).setUint16(4, runs, true);
  const head = new Uint8Array(WEBP_HEAD);
  head.set(new TextEncoder().encode('RIFF'), 0);
  new DataView(head.buffer).setUint32(4, bytes - 8, true);
  head.set(new TextEncoder().encode('WEBP'), 8);
  head.set(chunk('VP8X', features), 12);
  head.set(chunk('ANIM', animation), 30);
  return head;
}

export const WEBP_HEAD = 44;

/** A picture of an animated WebP, out of a WebP file of it, that stays for so many thousandths of a second. */
export function webpFrame(
  file: Uint8Array,
  { width, height }: Size,
  thousandths: number,
): Uint8Array<ArrayBuffer> {
  const pixels = pixelChunks(file);
  const data = new Uint8Array(16 + pixels.length);
  threeBytes(data, 6, width - 1);
  threeBytes(data, 9, height - 1);
  threeBytes(data, 12, thousandths);
  // Not blended with what was there.
  data[15] = 0b10;
  data.set(pixels, 16);
  return chunk('ANMF', data);
}
