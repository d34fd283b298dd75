import type { Affine } from '../../picture/affine';
import { markNumber, type Mark } from '../../picture/drawn/mark';
import { markRings } from '../../picture/drawn/mark-rings';
import type { Size } from '../../picture/size';

/** What goes out of one layer. */
export interface SvgLayer {
  readonly id: string;
  readonly name: string;
  /** Per cent. */
  readonly opacity: number;
  readonly isHidden: boolean;
  /** From pixels of the drawing to those of the picture. */
  readonly map: Affine;
  /** From the lowest. */
  readonly marks: readonly Mark[];
}

const escaped = (text: string): string =>
  text

    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/[&<>"]/g, (each) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[each] ?? '&quot;');

const places = (numbers: ArrayLike<number>, stride: number): string => {
  const corners: string[] = [];
  for (let i = 0; i + 1 < numbers.length; i += stride)
    corners.push(`${markNumber(numbers[i] as number)} ${markNumber(numbers[i + 1] as number)}`);
  return corners.join('L');
};

const wayOf = (points: readonly number[]): string => {
  const way = places(points, 3);
  // Where it leads nowhere it is a dot.
  return `M${way}${points.length === 3 ? `L${way}` : ''}`;
};

const penOf = (width: number, colour: string): string =>
  `fill="none" stroke="${colour}" stroke-width="${width}" stroke-linecap="round" stroke-linejoin="round"`;

/** The outline of a brush, as a path; by it a file that comes back is told to be unchanged. */
export const brushPath = (mark: Mark): string =>
  markRings(mark)
    .rings.map((ring) => `M${places(ring, 2)}Z`)
    .join('');

function ellipseOf(mark: Extract<Mark, { kind: 'ellipse' }>): string {
  const [x = 0, y = 0, , ax = x, ay = y, , bx = x, by = y] = mark.points;
  const turn = (Math.atan2(ay - y, ax - x) * 180) / Math.PI;
  const [rx, ry] = [Math.hypot(ax - x, ay - y), Math.hypot(bx - x, by - y)].map(markNumber);
  const turned = Math.abs(turn) > 1e-9 ? ` transform="rotate(${Number(turn.toFixed(6))} ${x} ${y})"` : '';
  const filling = mark.filled ? `fill="${mark.colour}"` : penOf(mark.width, mark.colour);
  return `<ellipse cx="${x}" cy="${y}" rx="${rx}" ry="${ry}"${turned} ${filling}`;
}

/** An element without its end. */
function shapeOf(mark: Mark): string {
  switch (mark.kind) {
    case 'pencil':
      return `<path d="${wayOf(mark.points)}" ${penOf(mark.width, mark.colour)}`;
    case 'brush':
      return `<path d="${brushPath(mark)}" fill="${mark.colour}" data-brush="${mark.width} ${mark.points.join(' ')}"`;
    case 'ellipse':
      return ellipseOf(mark);
    case 'area': {
      const rule = mark.evenOdd ? ' fill-rule="evenodd"' : '';
      return `<path d="${mark.rings.map((ring) => `M${places(ring, 2)}Z`).join('')}" fill="${mark.colour}"${rule}`;
    }
  }
}

/** A mark, with a mask before it where some of it is erased. */
function elementsOf(mark: Mark, maskId: string): readonly string[] {
  const fainter = mark.opacity === undefined ? '' : ` opacity="${mark.opacity / 100}"`;
  if (!mark.erased) return [`${shapeOf(mark)}${fainter}/>`];
  const all = 'x="-20000" y="-20000" width="40000" height="40000"';
  return [
    `<mask id="${maskId}" maskUnits="userSpaceOnUse" ${all}>`,
    `<rect ${all} fill="#ffffff"/>`,
    ...mark.erased.map(({ points, width }) => `<path d="${wayOf(points)}" ${penOf(width, '#000000')}/>`),
    '</mask>',
    `${shapeOf(mark)}${fainter} mask="url(#${maskId})"/>`,
  ];
}

/**
 * Drawings of one pose as an SVG file (W3C, SVG 1.1 and 2), a group a layer, in pixels of the film's picture. Pencils are paths with a stroke, what is erased
 * out is a mask; a brush is its outline, with its places in `data-brush`, so that it comes back as a brush where the outline was not touched.
 */
export function writeSvg(
  { width, height }: Size,
  poseId: string,
  title: string,
  layers: readonly SvgLayer[],
): string {
  let masks = 0;
  const groups = layers.flatMap(({ id, name, opacity, isHidden, map, marks }) => [
    `<g id="layer-${escaped(id)}" data-layer="${escaped(id)}" data-name="${escaped(name)}"` +
      `${opacity < 100 ? ` opacity="${opacity / 100}"` : ''}${isHidden ? ' display="none"' : ''}` +
      `${map.some((each, i) => each !== [1, 0, 0, 1, 0, 0][i]) ? ` transform="matrix(${map.join(' ')})"` : ''}>`,
    ...marks.flatMap((mark) => elementsOf(mark, `erased-${++masks}`)),
    '</g>',
  ]);
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" data-pose="${escaped(poseId)}">`,
    `<title>${escaped(title)}</title>`,
    ...groups,
    '</svg>',
    '',
  ].join('\n');
}
