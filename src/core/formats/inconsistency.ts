import {
  hoursOf,
  LONGEST_FILM_HOURS,
  MAX_CYCLE_DEPTH,
  MOST_PARTS,
  MOST_POSES,
  MOST_STROKE_PLACES,
  PARTS_OF_A_STROKE,
} from '../film/bounds';
import { PLACE, placesIn } from '../picture/paint/stroke';
import { framesOf } from '../edits/cycle-edits';
import type { Film, Item } from '../film/film';
import { isCycle, posesOf } from '../film/items';
import { fileOf } from '../film/photo-picture';
import { numbersIn } from '../picture/drawn/mark';

/** Nesting depth of cycles: 0 without any, 1 if none lies within another. */
const cycleDepth = (items: readonly Item[]): number =>
  items.reduce((deep, item) => Math.max(deep, isCycle(item) ? 1 + cycleDepth(item.items) : 0), 0);

/** What does not hold together in a film whose parts are each well formed. */
export function inconsistency(film: Film): string | undefined {
  const poses = posesOf(film);
  if (poses.length > MOST_POSES)
    return `it has ${poses.length.toLocaleString('en')} poses; ${MOST_POSES.toLocaleString('en')} are the most`;
  const deep = Math.max(0, ...film.scenes.map(({ items }) => cycleDepth(items)));
  if (deep > MAX_CYCLE_DEPTH)
    return `its cycles lie ${deep} deep in each other; ${MAX_CYCLE_DEPTH} are the most`;
  const spoken = film.sounds.reduce(
    (sum, { words, beats }) => sum + (words?.length ?? 0) + (beats?.steps.length ?? 0),
    0,
  );
  const painted = film.photos.flatMap((photo) => fileOf(photo).strokes ?? []);
  const places = painted.reduce((sum, stroke) => sum + placesIn(stroke), 0);
  if (places > MOST_STROKE_PLACES)
    return `what is painted on its photos has ${places.toLocaleString('en')} places; ${MOST_STROKE_PLACES.toLocaleString('en')} are the most`;
  const drawn = film.drawings.flatMap(({ marks }) => marks);
  const drawnPlaces = Math.ceil(drawn.reduce((sum, mark) => sum + numbersIn(mark), 0) / PLACE);
  if (drawnPlaces > MOST_STROKE_PLACES)
    return `its drawings have ${drawnPlaces.toLocaleString('en')} places; ${MOST_STROKE_PLACES.toLocaleString('en')} are the most`;
  const strokes = PARTS_OF_A_STROKE * (painted.length + drawn.length);
  const lists = [
    film.photos,
    poses,
    film.flags,
    film.sounds,
    film.lanes,
    film.cues,
    film.scenes,
    film.drawings,
  ];
  const parts = lists.reduce((sum, { length }) => sum + length, spoken + strokes);
  if (parts > MOST_PARTS)
    return `it has ${parts.toLocaleString('en')} parts in all; ${MOST_PARTS.toLocaleString('en')} are the most`;
  if (new Set(poses.map((each) => each.id)).size !== poses.length) return 'two poses carry the same mark';
  const photos = new Set(film.photos.map((each) => each.id));
  const missing = poses.filter((each) => !photos.has(each.photoId)).length;
  if (missing > 0) return `${missing} of its poses name photos it does not have`;
  const sounds = new Map(film.sounds.map((each) => [each.id, each]));
  const lanes = new Set(film.lanes.map((each) => each.id));
  const adrift = film.cues.filter(
    (each) => !lanes.has(each.laneId) || each.to > (sounds.get(each.soundId)?.samples ?? 0),
  ).length;
  if (adrift > 0) return `${adrift} of its cues name sounds or lanes that it does not have`;
  const hours = hoursOf(framesOf(film), film.settings.rate);
  if (hours <= LONGEST_FILM_HOURS) return undefined;
  const said = hours < 1e6 ? Math.round(hours).toLocaleString('en') : 'a million';
  return `it would last ${said} hours; ${LONGEST_FILM_HOURS} are the most`;
}
