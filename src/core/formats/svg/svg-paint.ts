import { color } from 'd3-color';

/** What an element inherits of how it is painted (SVG 1.1, 11). */
export interface SvgPaint {
  /** sRGB as `#rrggbb`; undefined where nothing is painted. */
  readonly fill: string | undefined;
  readonly stroke: string | undefined;
  readonly width: number;
  readonly evenOdd: boolean;
  readonly fillOpacity: number;
  readonly strokeOpacity: number;
  readonly current: string;
  /** A gradient or a pattern, which cannot be read. */
  readonly isPattern: boolean;
}

export const FIRST_PAINT: SvgPaint = {
  ...{ fill: '#000000', stroke: undefined, width: 1, evenOdd: false },
  ...{ fillOpacity: 1, strokeOpacity: 1, current: '#000000', isPattern: false },
};

export type Attributes = Readonly<Record<string, string>>;

/** Attributes with what `style` says in their place. */
export function withStyle(attributes: Attributes): Attributes {
  const { style } = attributes;
  if (style === undefined) return attributes;
  const own = style.split(';').flatMap((each): [string, string][] => {
    const at = each.indexOf(':');
    return at < 0 ? [] : [[each.slice(0, at).trim(), each.slice(at + 1).trim()]];
  });
  return { ...attributes, ...Object.fromEntries(own) };
}

const part = (text: string | undefined, otherwise: number): number => {
  if (text === undefined) return otherwise;
  const value = text.endsWith('%') ? Number(text.slice(0, -1)) / 100 : Number(text);
  return Number.isFinite(value) ? Math.min(1, Math.max(0, value)) : otherwise;
};

export const opacityOf = (attributes: Attributes): number => part(attributes['opacity'], 1);

const lengthOf = (text: string | undefined, otherwise: number): number => {
  const value = text === undefined ? NaN : parseFloat(text);
  return Number.isFinite(value) && value >= 0 ? value : otherwise;
};

/** How an element is painted within another. */
export function paintWithin(around: SvgPaint, attributes: Attributes): SvgPaint {
  const current = color(attributes['color'] ?? '')?.formatHex() ?? around.current;
  let isPattern = around.isPattern;
  const colourOf = (text: string | undefined, otherwise: string | undefined): string | undefined => {
    if (text === undefined || text === 'inherit') return otherwise;
    if (text === 'none' || text === 'transparent') return undefined;
    if (text === 'currentColor') return current;
    if (text.startsWith('url(')) {
      isPattern = true;
      return undefined;
    }
    return color(text)?.rgb().formatHex() ?? otherwise;
  };
  const fill = colourOf(attributes['fill'], around.fill);
  const stroke = colourOf(attributes['stroke'], around.stroke);
  const rule = attributes['fill-rule'];
  return {
    ...{ fill, stroke, current, isPattern },
    width: lengthOf(attributes['stroke-width'], around.width),
    evenOdd: rule === undefined ? around.evenOdd : rule === 'evenodd',
    fillOpacity: part(attributes['fill-opacity'], around.fillOpacity),
    strokeOpacity: part(attributes['stroke-opacity'], around.strokeOpacity),
  };
}
