import { mapped, type Affine } from '../../picture/affine';
import { MARK_BOUNDS, markNumber, type NewMark, type Erased } from '../../picture/drawn/mark';
import { flattenPath, type CornerBudget } from './flatten-path';
import type { Attributes, SvgPaint } from './svg-paint';
import { brushPath } from './write-svg';

const numberAt = (attributes: Attributes, name: string): number => {
  const value = parseFloat(attributes[name] ?? '0');
  return Number.isFinite(value) ? value : 0;
};

const pointsPath = (attributes: Attributes, end: string): string =>
  `M${(attributes['points'] ?? '').trim()}${end}`;

const ellipsePath = (x: number, y: number, rx: number, ry: number): string =>
  `M${x - rx} ${y}A${rx} ${ry} 0 1 0 ${x + rx} ${y}A${rx} ${ry} 0 1 0 ${x - rx} ${y}Z`;

function rectPath(attributes: Attributes): string {
  const [x, y, width, height] = ['x', 'y', 'width', 'height'].map((name) => numberAt(attributes, name)) as [
    number,
    number,
    number,
    number,
  ];
  const [wanted, other] = [numberAt(attributes, 'rx'), numberAt(attributes, 'ry')];
  const rx = Math.min(wanted || other, width / 2);
  const ry = Math.min(other || wanted, height / 2);
  if (width <= 0 || height <= 0) return '';
  if (rx <= 0 || ry <= 0) return `M${x} ${y}h${width}v${height}h${-width}Z`;
  const arc = (dx: number, dy: number): string => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
  return `M${x + rx} ${y}h${width - 2 * rx}${arc(rx, ry)}v${height - 2 * ry}${arc(-rx, ry)}h${2 * rx - width}${arc(-rx, -ry)}v${2 * ry - height}${arc(rx, -ry)}Z`;
}

/** The shapes of SVG (SVG 1.1, 9) as path data. */
export const SHAPES: Readonly<Record<string, (attributes: Attributes) => string>> = {
  path: (attributes) => attributes['d'] ?? '',
  rect: rectPath,
  circle: (attributes) => {
    const radius = numberAt(attributes, 'r');
    return ellipsePath(numberAt(attributes, 'cx'), numberAt(attributes, 'cy'), radius, radius);
  },
  ellipse: (attributes) =>
    ellipsePath(
      ...([numberAt(attributes, 'cx'), numberAt(attributes, 'cy')] as const),
      ...([numberAt(attributes, 'rx'), numberAt(attributes, 'ry')] as const),
    ),
  line: (attributes) => {
    const [x1, y1, x2, y2] = ['x1', 'y1', 'x2', 'y2'].map((name) => numberAt(attributes, name));
    return `M${x1} ${y1}L${x2} ${y2}`;
  },
  polyline: (attributes) => pointsPath(attributes, ''),
  polygon: (attributes) => pointsPath(attributes, 'Z'),
};

const scaleOf = ([a, b, c, d]: Affine): number => Math.sqrt(Math.abs(a * d - b * c));

/** Whether a map keeps shapes: what stood upright on each other does so still, and both are as long. */
const keepsShapes = ([a, b, c, d]: Affine): boolean => {
  const scale = Math.max(Math.hypot(a, b), 1e-12);
  return Math.abs(a * c + b * d) < 1e-4 * scale ** 2 && Math.abs(Math.hypot(c, d) - scale) < 1e-4 * scale;
};

const penWidth = (width: number, map: Affine): number =>
  Math.min(
    MARK_BOUNDS.widest,
    Math.max(MARK_BOUNDS.thinnest, Math.round(width * scaleOf(map) * 1000) / 1000),
  );

const percent = (opacity: number): { readonly opacity?: number } =>
  opacity >= 1 ? {} : { opacity: Math.max(1, Math.round(opacity * 10_000) / 100) };

const rounded = (corners: readonly number[]): number[] => corners.map(markNumber);

/** So many corners, each with how hard the pen was pressed. */
const pressed = (corners: readonly number[]): number[] => {
  const points: number[] = [];
  for (let i = 0; i + 1 < corners.length; i += 2)
    points.push(markNumber(corners[i] as number), markNumber(corners[i + 1] as number), 1);
  return points;
};

/** The places of a line, without one that is there twice in a row. */
function placesOf(corners: readonly number[], isClosed: boolean): number[] {
  const points = pressed(isClosed ? [...corners, ...corners.slice(0, 2)] : corners);
  return points.filter((_, i) => {
    const at = i - (i % 3);
    return at === 0 || points[at] !== points[at - 3] || points[at + 1] !== points[at - 2];
  });
}

/** A brush as it went out, where neither its outline nor its place were touched since. */
function brushAsItWas(attributes: Attributes, colour: string, map: Affine): NewMark | undefined {
  const numbers = (attributes['data-brush'] ?? '').split(' ').map(Number);
  const [width = 0, ...points] = numbers;
  const isSound =
    numbers.every(Number.isFinite) &&
    points.length >= 3 &&
    points.length % 3 === 0 &&
    points.length <= MARK_BOUNDS.numbers &&
    points.every((each, i) => i % 3 !== 2 || (each >= 0 && each <= 1)) &&
    width >= MARK_BOUNDS.thinnest &&
    width <= MARK_BOUNDS.widest;
  if (!isSound || map.some((each, i) => Math.abs(each - ([1, 0, 0, 1, 0, 0][i] as number)) > 1e-9))
    return undefined;
  const mark: NewMark = { kind: 'brush', colour, points, width };
  return brushPath({ ...mark, id: '' }) === attributes['d'] ? mark : undefined;
}

function ellipseAsItIs(
  name: string,
  attributes: Attributes,
  paint: SvgPaint,
  map: Affine,
): NewMark | undefined {
  const isRound = name === 'circle' || name === 'ellipse';
  // One that is filled and has a line too is two marks.
  if (!isRound || !keepsShapes(map) || (paint.fill === undefined) === (paint.stroke === undefined))
    return undefined;
  const [x, y] = [numberAt(attributes, 'cx'), numberAt(attributes, 'cy')];
  const [rx, ry] = name === 'circle' ? ['r', 'r'] : ['rx', 'ry'];
  const ends = [
    [x, y],
    [x + numberAt(attributes, rx), y],
    [x, y + numberAt(attributes, ry)],
  ] as const;
  const points = pressed(ends.flatMap(([u, v]) => mapped(map, u, v)));
  const filled = paint.fill !== undefined;
  return {
    ...{ kind: 'ellipse', points, width: penWidth(filled ? 1 : paint.width, map) },
    colour: paint.fill ?? paint.stroke ?? '#000000',
    ...(filled && { filled: true }),
  };
}

/**
 * The marks that one shape makes; undefined where it is broken, or has more places than a mark can have.
 * @throws TooManyCorners where the file comes to more than its budget.
 */
export function marksOfShape(
  name: string,
  attributes: Attributes,
  paint: SvgPaint,
  opacity: number,
  map: Affine,
  erased: readonly Erased[] | undefined,
  budget: CornerBudget,
): readonly NewMark[] | undefined {
  const more = { ...(erased && { erased }) };
  const { fill, stroke } = paint;
  const fillOpacity = percent(opacity * paint.fillOpacity);
  const strokeOpacity = percent(opacity * paint.strokeOpacity);
  const brush = fill === undefined ? undefined : brushAsItWas(attributes, fill, map);
  if (brush) return [{ ...brush, ...fillOpacity, ...more }];
  const ellipse = ellipseAsItIs(name, attributes, paint, map);
  if (ellipse) return [{ ...ellipse, ...(paint.fill === undefined ? strokeOpacity : fillOpacity), ...more }];
  const data = SHAPES[name]?.(attributes) ?? '';
  const flat = flattenPath(data, map, budget);
  if (!flat) return undefined;
  const marks: NewMark[] = [];
  if (fill !== undefined) {
    const rings = flat.filter(({ corners }) => corners.length >= 6).map(({ corners }) => rounded(corners));
    if (rings.length > 0)
      marks.push({
        ...{ kind: 'area', colour: fill, rings, ...fillOpacity, ...more },
        ...(paint.evenOdd && { evenOdd: true }),
      });
  }
  if (stroke !== undefined)
    for (const { corners, isClosed } of flat) {
      const points = placesOf(corners, isClosed);
      marks.push({
        ...{ kind: 'pencil', colour: stroke, points, width: penWidth(paint.width, map) },
        ...strokeOpacity,
        ...more,
      });
    }
  const isIn = (mark: NewMark): boolean =>
    mark.kind === 'area'
      ? mark.rings.length <= MARK_BOUNDS.rings &&
        mark.rings.every(({ length }) => length <= MARK_BOUNDS.numbers)
      : mark.points.length <= MARK_BOUNDS.numbers;
  return marks.every(isIn) ? marks : undefined;
}
