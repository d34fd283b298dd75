import { chained, type Affine } from '../../picture/affine';

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** One transform of SVG's list (SVG 1.1, 7.6) as a map; undefined where it is none. */
function oneOf(name: string, numbers: readonly number[]): Affine | undefined {
  const [a = 0, b, c] = numbers;
  switch (name) {
    case 'matrix':
      return numbers.length === 6 ? (numbers as unknown as Affine) : undefined;
    case 'translate':
      return [1, 0, 0, 1, a, b ?? 0];
    case 'scale':
      return [a, 0, 0, b ?? a, 0, 0];
    case 'rotate': {
      const [cos, sin] = [Math.cos(radians(a)), Math.sin(radians(a))];
      const [x, y] = [b ?? 0, c ?? 0];
      return [cos, sin, -sin, cos, x - cos * x + sin * y, y - sin * x - cos * y];
    }
    case 'skewX':
      return [1, 0, Math.tan(radians(a)), 1, 0, 0];
    case 'skewY':
      return [1, Math.tan(radians(a)), 0, 1, 0, 0];
    default:
      return undefined;
  }
}

/** No list of transforms is as long: what comes behind is passed over. */
const LONGEST = 2000;

/** What a `transform` says, before a map that lies around it; what it does not know of it does nothing. */
export function parseTransform(text: string | undefined, around: Affine): Affine {
  let map = around;
  // The one that is named last is done first.
  for (const [, name = '', inside = ''] of (text ?? '').slice(0, LONGEST).matchAll(/(\w+)\s*\(([^)]*)\)/g)) {
    const numbers = inside
      .split(/[\s,]+/)
      .filter(Boolean)
      .map(Number);
    const one = numbers.every(Number.isFinite) ? oneOf(name, numbers) : undefined;
    if (one) map = chained(one, map);
  }
  return map;
}
