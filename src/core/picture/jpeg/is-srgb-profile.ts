import { ascii } from '../../bytes/ascii';

/** Red, green and blue of sRGB as a profile has them: XYZ under D50 (IEC 61966-2-1, adapted by ICC.1). */
const COLORANTS: Readonly<Record<string, readonly number[]>> = {
  rXYZ: [0.4361, 0.2225, 0.0139],
  gXYZ: [0.3851, 0.7169, 0.0971],
  bXYZ: [0.1431, 0.0606, 0.7141],
};

/** How far a colorant may be off: makers of profiles round in different ways. */
const NEAR = 0.003;

/**
 * Whether an ICC profile (ICC.1) describes the primaries of sRGB, so that pictures which carry it can be taken
 * as they are. Whatever cannot be read is not sRGB.
 */
export function isSrgbProfile(profile: Uint8Array): boolean {
  const view = new DataView(profile.buffer, profile.byteOffset, profile.byteLength);
  let found = 0;
  if (profile.length < 132) return false;
  for (let i = 0, at = 132; i < view.getUint32(128) && at + 12 <= profile.length; i++, at += 12) {
    const colorant = COLORANTS[ascii(profile, at, 4)];
    const from = view.getUint32(at + 4);
    if (!colorant || from + 20 > profile.length) continue;
    // Numbers with 16 places below the point, behind a type and four zeros.
    const near = colorant.every(
      (value, k) => Math.abs(view.getInt32(from + 8 + k * 4) / 65_536 - value) < NEAR,
    );
    if (near) found++;
  }
  return found === 3;
}
