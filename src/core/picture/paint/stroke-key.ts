import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import type { PaintedStroke } from './stroke';

const keys = new WeakMap<PaintedStroke, string>();

/** A short name for a stroke: the same for strokes that paint the same. A photo may have hundreds, and each is named once. */
export function strokeKey(stroke: PaintedStroke): string {
  let key = keys.get(stroke);
  if (key === undefined) {
    const { shape, points, size, softness, from, light } = stroke;
    const channels = light?.map(({ stops, power, field }) => [stops, power, field]);
    const facts = JSON.stringify([shape, points, size, softness, from ?? -1, channels ?? 0]);
    keys.set(stroke, (key = bytesToHex(sha256(new TextEncoder().encode(facts))).slice(0, 32)));
  }
  return key;
}
