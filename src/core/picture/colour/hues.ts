import type { Amount } from '../../time/amount';
import { around, type ColourKind } from './colour-kind';
import { fromOklab, toOklab } from './oklab';

/** Eight ranges of hue, each around so many degrees of Oklch. */
export const HUE_RANGES = ['red', 'orange', 'yellow', 'green', 'teal', 'blue', 'violet', 'pink'] as const;
export type HueRange = (typeof HUE_RANGES)[number];
const FIRST = 25;
const APART = 360 / HUE_RANGES.length;

/** What can be set of all hues, and of each range. */
export const HUE_PARTS = ['hue', 'saturation', 'lightness'] as const;
export type HuePart = (typeof HUE_PARTS)[number];
type Own = `${HueRange}-${HuePart}`;

const PARTS: Readonly<Record<HuePart, Amount>> = {
  hue: { label: 'Hue', unit: 'degrees', least: -180, most: 180, neutral: 0 },
  saturation: around('Saturation'),
  lightness: around('Lightness'),
};

export const ownPart = (range: HueRange, part: HuePart): Own => `${range}-${part}`;

const own = Object.fromEntries(
  HUE_RANGES.flatMap((range) => HUE_PARTS.map((part) => [ownPart(range, part), PARTS[part]])),
) as Record<Own, Amount>;

/** A range turns by no more than this: neighbours must not change places. */
const MOST_OWN_TURN = 45;
for (const range of HUE_RANGES)
  own[ownPart(range, 'hue')] = { ...PARTS.hue, least: -MOST_OWN_TURN, most: MOST_OWN_TURN };

/** From this chroma of Oklch on, a colour takes the whole of what its range does to lightness: a grey has no hue. */
const COLOURED = 0.08;
/** What 100 % of lightness adds to that of Oklab, 0 to 1. */
const LIGHTER = 0.3;

/**
 * Hue, saturation and lightness in Oklch (CSS Color Module Level 4), of all colours and of eight ranges of hue. Between the middles of two
 * ranges a colour takes part of both, (1 + cos)/2 of the way; the chroma becomes (1 + saturation) times as much, none at −100.
 */
export const hues: ColourKind<HuePart | Own> = {
  label: 'Hue and saturation',
  amounts: { ...PARTS, ...own },
  byChannel: false,
  change(value) {
    const ranges = HUE_RANGES.map((range) => HUE_PARTS.map((part) => value[ownPart(range, part)]));
    const ofRange = (range: number, part: number): number => ranges[range % ranges.length]?.[part] ?? 0;
    return (colour) => {
      toOklab(colour);
      const [a, b] = [colour[1] as number, colour[2] as number];
      const chroma = Math.hypot(a, b);
      const angle = (Math.atan2(b, a) * 180) / Math.PI;
      const place = (((angle - FIRST) % 360) + 360) % 360;
      const range = Math.floor(place / APART);
      const next = (1 - Math.cos((Math.PI * (place - range * APART)) / APART)) / 2;
      const part = (index: number): number =>
        ofRange(range, index) * (1 - next) + ofRange(range + 1, index) * next;
      const turned = ((angle + value.hue + part(0)) * Math.PI) / 180;
      const more = Math.max(0, (1 + value.saturation / 100) * (1 + part(1) / 100));
      const coloured = Math.min(1, chroma / COLOURED);
      colour[0] = Math.max(
        0,
        (colour[0] as number) + (LIGHTER * (value.lightness + part(2) * coloured)) / 100,
      );
      colour[1] = chroma * more * Math.cos(turned);
      colour[2] = chroma * more * Math.sin(turned);
      fromOklab(colour);
    };
  },
};
