import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { MOST_MARKS } from '../../film/drawing';
import { asName, MOST_STROKE_PLACES } from '../../film/bounds';
import { chained, scaling, type Affine } from '../../picture/affine';
import { MARK_BOUNDS, numbersIn, type NewMark, type Erased } from '../../picture/drawn/mark';
import { PLACE } from '../../picture/paint/stroke';
import type { Size } from '../../picture/size';
import { count } from '../../time/format';
import { err, ok, type Result } from '../../time/result';
import { TooManyCorners, type CornerBudget } from './flatten-path';
import { parseTransform } from './parse-transform';
import { FIRST_PAINT, opacityOf, paintWithin, withStyle, type Attributes, type SvgPaint } from './svg-paint';
import { marksOfShape, SHAPES } from './svg-shapes';

/** An SVG file is no larger than this. */
export const MOST_SVG_BYTES = 8 << 20;
/** Elements, and how deep they lie in each other. */
const MOST_ELEMENTS = 50_000;
const DEEPEST = 100;
/** Numbers of all places together, as a film can have them. */
const MOST_NUMBERS = PLACE * MOST_STROKE_PLACES;
const TOO_MANY = 'it has more places than a film can hold';
/** Of what is left out so many kinds are named, and so much of each name. */
const MOST_NAMED = 5;
const LONGEST_NAMED = 30;

/** What came in of one layer. */
export interface ReadLayer {
  /** Of the layer that it went out of; undefined where the file is not one of ours. */
  readonly id: string | undefined;
  readonly name: string;
  /** From the lowest. */
  readonly marks: readonly NewMark[];
}

/** Drawings that an SVG file holds, in pixels of the film's picture. */
export interface ReadDrawing {
  /** Of the pose that it went out of. */
  readonly poseId: string | undefined;
  /** From the lowest. */
  readonly layers: readonly ReadLayer[];
  /** What of it could not be read, in a few words each. */
  readonly leftOut: readonly string[];
}

/** What holds only what others refer to, or words. */
const PASSED_OVER = new Set([
  'defs',
  'symbol',
  'clipPath',
  'marker',
  'title',
  'desc',
  'metadata',
  'pattern',
  'linearGradient',
  'radialGradient',
  'filter',
]);
const GROUPS = new Set(['g', 'svg', 'a', 'switch']);
/** What can run a script, or fetch something. */
const FORBIDDEN = new Set(['script', 'foreignObject', 'iframe', 'handler', 'listener']);

interface Level {
  readonly paint: SvgPaint;
  readonly opacity: number;
  readonly map: Affine;
  /** Nothing in it is drawn. */
  readonly isPassedOver: boolean;
  readonly layer:
    { readonly id: string | undefined; readonly name: string; readonly marks: NewMark[] } | undefined;
  readonly mask: Erased[] | undefined;
}

class Fault extends Error {}

const local = (name: string): string => name.slice(name.indexOf(':') + 1);

/** Whether an attribute could run something. */
const runs = ([name, value]: [string, string]): boolean =>
  /^on/i.test(local(name)) || /^\s*(?:javascript|data\s*:\s*text)/i.test(value);

function viewOf(attributes: Attributes, { width, height }: Size): Affine {
  const box = (attributes['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const side = (name: string): number => parseFloat(attributes[name] ?? '');
  const [x = 0, y = 0, across = 0, down = 0] =
    box.length === 4 && box.every(Number.isFinite) ? box : [0, 0, side('width'), side('height')];
  if (!(across > 0 && down > 0)) return [1, 0, 0, 1, 0, 0];
  // All of it is seen, in the middle (`xMidYMid meet`).
  const scale = Math.min(width / across, height / down);
  const [left, top] = [(width - across * scale) / 2, (height - down * scale) / 2];
  return chained([1, 0, 0, 1, -x, -y], chained(scaling(scale, scale), [1, 0, 0, 1, left, top]));
}

/** Reads what a file draws, element by element. */
class Reading {
  readonly #film: Size;
  readonly #levels: Level[] = [];
  readonly #layers: Level['layer'][] = [];
  readonly #masks = new Map<string, Erased[]>();
  readonly #leftOut = new Map<string, number>();
  readonly #budget: CornerBudget = { left: MOST_STROKE_PLACES };
  #elements = 0;
  #numbers = 0;
  #poseId: string | undefined;

  constructor(film: Size) {
    this.#film = film;
  }

  open(tag: string, raw: Attributes): void {
    const name = local(tag);
    if (FORBIDDEN.has(name) || Object.entries(raw).some(runs))
      throw new Fault('it has a script in it, or something else that runs');
    if (++this.#elements > MOST_ELEMENTS || this.#levels.length >= DEEPEST)
      throw new Fault('it has more elements than can be read');
    const attributes = withStyle(raw);
    const around = this.#levels.at(-1);
    if (!around) {
      if (name !== 'svg') throw new Fault('it is not an SVG file');
      this.#poseId = /^[\w-]{1,64}$/.exec(attributes['data-pose'] ?? '')?.[0];
      this.#levels.push({
        ...{ paint: paintWithin(FIRST_PAINT, attributes), opacity: opacityOf(attributes) },
        map: viewOf(attributes, this.#film),
        ...{ isPassedOver: false, layer: undefined, mask: undefined },
      });
      return;
    }
    this.#levels.push(this.#within(around, name, attributes));
  }

  #within(around: Level, name: string, attributes: Attributes): Level {
    const paint = paintWithin(around.paint, attributes);
    const map = parseTransform(attributes['transform'], around.map);
    const id = attributes['data-layer'];
    const isOurs = name === 'g' && id !== undefined && !around.layer;
    // Whether a layer of ours is shown is for the film to say, and so is how faint it is.
    const isHidden = !isOurs && (attributes['display'] === 'none' || attributes['visibility'] === 'hidden');
    const inner: Level = {
      ...{ paint, map, mask: around.mask, layer: around.layer },
      opacity: isOurs ? 1 : around.opacity * opacityOf(attributes),
      isPassedOver: around.isPassedOver || isHidden || PASSED_OVER.has(name),
    };
    if (name === 'mask') {
      const mask: Erased[] = [];
      this.#masks.set(attributes['id'] ?? '', mask);
      return { ...inner, mask, isPassedOver: false };
    }
    if (isOurs) return { ...inner, layer: this.#layer(id, attributes['data-name'] ?? '') };
    if (GROUPS.has(name) || inner.isPassedOver) {
      if (GROUPS.has(name) && attributes['mask'] !== undefined) this.#leave('mask');
      return inner;
    }
    if (!Object.hasOwn(SHAPES, name)) this.#leave(name);
    else if (around.mask) this.#erase(around.mask, name, attributes, inner);
    else this.#draw(name, attributes, inner);
    return inner;
  }

  #layer(id: string, name: string): NonNullable<Level['layer']> {
    const known = /^[\w-]{1,64}$/.test(id) ? id : undefined;
    const layer = { id: known, name: asName(name), marks: [] };
    this.#layers.push(layer);
    return layer;
  }

  /** What lies in no layer of ours goes on one. */
  #loose(): NonNullable<Level['layer']> {
    const last = this.#layers.at(-1);
    return last?.id === undefined && last ? last : this.#pushLoose();
  }

  #pushLoose(): NonNullable<Level['layer']> {
    const layer = { id: undefined, name: '', marks: [] };
    this.#layers.push(layer);
    return layer;
  }

  #leave(name: string): void {
    const named = name.slice(0, LONGEST_NAMED);
    const what = this.#leftOut.has(named) || this.#leftOut.size < MOST_NAMED ? named : 'other thing';
    this.#leftOut.set(what, (this.#leftOut.get(what) ?? 0) + 1);
  }

  /** What a mask hides is what is erased: black lines in it. */
  #erase(mask: Erased[], name: string, attributes: Attributes, { paint, map }: Level): void {
    const marks = marksOfShape(name, attributes, paint, 1, map, undefined, this.#budget) ?? [];
    for (const mark of marks)
      if (mark.kind === 'pencil' && mark.colour === '#000000' && mask.length < MARK_BOUNDS.erased)
        mask.push({ points: mark.points, width: mark.width });
      else if (mark.colour !== '#ffffff') this.#leave('mask');
  }

  #draw(name: string, attributes: Attributes, level: Level): void {
    if (level.paint.isPattern) this.#leave('gradient');
    if (attributes['clip-path'] !== undefined) this.#leave('clip path');
    if (/[1-9]/.test(attributes['stroke-dasharray'] ?? '')) this.#leave('dashed line');
    const maskId = /^url\(["']?#(.+?)["']?\)$/.exec(attributes['mask'] ?? '')?.[1];
    const erased = maskId === undefined ? undefined : this.#masks.get(maskId);
    if (maskId !== undefined && !erased) this.#leave('mask');
    const marks = marksOfShape(
      ...([name, attributes, level.paint, level.opacity, level.map] as const),
      erased && erased.length > 0 ? erased : undefined,
      this.#budget,
    );
    if (!marks) return this.#leave(`broken ${name}`);
    if (marks.length === 0) return;
    const layer = level.layer ?? this.#loose();
    if (layer.marks.length + marks.length > MOST_MARKS)
      throw new Fault(`it has more than ${MOST_MARKS.toLocaleString('en')} shapes`);
    // Marks may share what is erased of them: it counts for each.
    for (const mark of marks) this.#numbers += numbersIn(mark);
    if (this.#numbers > MOST_NUMBERS) throw new Fault(TOO_MANY);
    layer.marks.push(...marks);
  }

  close(): void {
    this.#levels.pop();
  }

  get result(): ReadDrawing {
    return {
      poseId: this.#poseId,
      layers: this.#layers.flatMap((layer) => layer ?? []),
      leftOut: [...this.#leftOut].map(([what, times]) => count(times, what)),
    };
  }
}

/**
 * Reads drawings from an SVG file (W3C, SVG 1.1 and 2): shapes, groups, transforms, plain colours; curves become lines within a twentieth of a pixel. What it
 * holds besides is named. A file that could run something, or is broken, is not read at all. Whatever it is given, it never throws.
 */
export function readSvg(text: string, film: Size): Result<ReadDrawing> {
  if (text.length > MOST_SVG_BYTES) return err('it is larger than 8 MB');
  const reading = new Reading(film);
  const parser = new SaxesParser({ xmlns: false });
  parser.on('doctype', (doctype: string) => {
    if (doctype.includes('[')) throw new Fault('it has definitions of its own, which are not read');
  });
  parser.on('error', () => {
    throw new Fault(`it is broken in line ${parser.line}`);
  });
  parser.on('opentag', ({ name, attributes }: SaxesTagPlain) => reading.open(name, attributes));
  parser.on('closetag', () => reading.close());
  try {
    parser.write(text).close();
    return ok(reading.result);
  } catch (fault) {
    if (fault instanceof TooManyCorners) return err(TOO_MANY);
    return err(fault instanceof Fault ? fault.message : 'it is not an SVG file that can be read');
  }
}
