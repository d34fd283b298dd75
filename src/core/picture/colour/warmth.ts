import { fromLight, toLight } from '../srgb';
import type { ColourKind } from './colour-kind';

/** Parts of a linear grey's luminance (BT.709). */
const LUMINANCE = [0.2126, 0.7152, 0.0722] as const;

/**
 * By how many stops each channel is lit for a warmth and a tint: red by as much more than blue, green by as much less than both. The
 * luminance of a grey stays as it is.
 */
export function warmthStops(
  warmth: number,
  tint: number,
): readonly [red: number, green: number, blue: number] {
  const colour = [warmth / 2 + tint / 3, (-2 * tint) / 3, -warmth / 2 + tint / 3] as const;
  const grey = colour.reduce((sum, stops, c) => sum + (LUMINANCE[c] as number) * 2 ** stops, 0);
  const even = Math.log2(grey);
  return [colour[0] - even, colour[1] - even, colour[2] - even];
}

/** The warmth and tint by which a colour that should be grey becomes so; undefined for one without light. */
export function greyBy(
  colour: readonly [number, number, number],
): { readonly warmth: number; readonly tint: number } | undefined {
  const [red, green, blue] = colour.map((value) => Math.log2(toLight(value))) as [number, number, number];
  if (![red, green, blue].every(Number.isFinite)) return undefined;
  return { warmth: blue - red, tint: green - (red + blue) / 2 };
}

/** Warmth and tint, in stops of light. */
export const warmth: ColourKind<'warmth' | 'tint'> = {
  label: 'Warmth, tint',
  amounts: {
    warmth: { label: 'Warmth', unit: 'stops', least: -2, most: 2, neutral: 0 },
    tint: { label: 'Tint', unit: 'stops', least: -2, most: 2, neutral: 0 },
  },
  byChannel: true,
  change({ warmth: warm, tint }) {
    const gains = warmthStops(warm, tint).map((stops) => 2 ** stops);
    return (colour) => {
      for (let c = 0; c < 3; c++)
        colour[c] = fromLight(Math.max(0, toLight(colour[c] as number)) * (gains[c] as number));
    };
  },
};
