import type { Size } from '../picture/size';

/** Shortest time that a picture of a GIF stays, in hundredths of a second: players make one that is shorter longer (common practice). */
export const SHORTEST_GIF = 2;
/** The longest, in hundredths of a second: it is kept in two bytes. */
export const LONGEST_GIF = 65_535;

/** Colours as red, green and blue of 255. */
export type Palette = readonly (readonly [red: number, green: number, blue: number])[];

/** Bits that name a colour of a palette, at least one. */
const bitsOf = (palette: Palette): number => Math.max(1, Math.ceil(Math.log2(palette.length)));

/**
 * How a GIF begins (GIF89a specification, sections 17 to 19): its size, the palette that its pictures share, if they do, and
 * how often it runs, 0 for ever. That is an application extension, which counts how often it runs again.
 */
export function gifHead(
  { width, height }: Size,
  palette: Palette | undefined,
  runs: number,
): Uint8Array<ArrayBuffer> {
  const bytes: number[] = [...new TextEncoder().encode('GIF89a')];
  const short = (value: number): void => void bytes.push(value & 255, value >> 8);
  short(width);
  short(height);
  // Eight bits a colour; a palette of so many colours, if any.
  bytes.push(0x70 | (palette ? 0x80 | (bitsOf(palette) - 1) : 0), 0, 0);
  if (palette)
    for (let i = 0; i < 2 ** bitsOf(palette); i++) bytes.push(...(palette[i] ?? ([0, 0, 0] as const)));
  if (runs !== 1) {
    bytes.push(0x21, 0xff, 11, ...new TextEncoder().encode('NETSCAPE2.0'), 3, 1);
    short(runs === 0 ? 0 : runs - 1);
    bytes.push(0);
  }
  return Uint8Array.from(bytes);
}

/** How a GIF ends. */
export const GIF_TAIL = Uint8Array.of(0x3b);
