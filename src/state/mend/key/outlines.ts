import { MOST_STROKE_NUMBERS } from '../../../core/film/bounds';
import { MOST_OUTLINES, type DrawnOutline } from '../../../core/film/key';
import { simplifiedTo } from '../../../core/picture/paint/simplify';
import { PLACE, STROKE_BOUNDS } from '../../../core/picture/paint/stroke';
import { newId } from '../../../engine/browser/new-id';
import { tell } from '../../shell/shell';
import { keyNow, setKey } from './keys';

/** How far an outline fades outwards, in parts of the longer side. */
const FADE = { size: 0.006, softness: 1 };

/** An outline is drawn in pixels of a photo so large, so that what is left out of it is no more than one of them. */
const SIDE = 2000;

const within = (value: number): number =>
  Math.round(Math.min(STROKE_BOUNDS.most, Math.max(STROKE_BOUNDS.least, value)) * 1e5) / 1e5;

/** Adds an outline around what always stays, or always goes; its places in parts of the photo, three numbers each. */
export function addOutline(points: readonly number[], stays: boolean): void {
  const key = keyNow();
  if (key.outlines.length >= MOST_OUTLINES)
    return tell(`${MOST_OUTLINES} outlines are drawn already. Delete one first.`);
  if (points.length < 3 * PLACE)
    return tell('An outline needs three corners at least. Draw around the part.');
  const drawn = points.map((each, i) => (i % PLACE === 2 ? each : each * SIDE));
  const simple = simplifiedTo(drawn, 1, MOST_STROKE_NUMBERS).map((each, i) =>
    i % PLACE === 2 ? each : within(each / SIDE),
  );
  if (simple.length < 3 * PLACE)
    return tell('An outline needs three corners at least. Draw around the part.');
  const outline: DrawnOutline = { id: newId(), shape: 'fill', points: simple, ...FADE, stays };
  setKey({ ...key, outlines: [...key.outlines, outline] }, stays ? 'a part kept' : 'a part dropped');
}

/** Takes an outline out. */
export function removeOutline(id: string): void {
  const key = keyNow();
  setKey({ ...key, outlines: key.outlines.filter((each) => each.id !== id) }, 'outline deleted');
}
