import { count } from '../time/format';
import { drawingsById } from './drawn-of';
import { photosById, type Film, type Photo, type Pose } from './film';
import { posesIn, posesOf } from './items';
import { keyOf } from './key-of';
import type { Span } from './moments';
import { fileOf } from './photo-picture';
import { scheduleOf } from './schedule';

/** Mends that need something else of the film, as words of a sentence. */
const WORDS = {
  painted: 'source of a stroke',
  plate: 'clean plate',
  behind: 'background of a key',
  drawn: 'a drawing',
} as const;

/** Kind of a mend without effect: the photo, scene or layer that it refers to is no longer in the film. */
export type LostMend = keyof typeof WORDS;

const known = new WeakMap<Film, ReadonlyMap<string, readonly LostMend[]>>();

/** Mends without effect, by pose id: what they refer to is no longer in the film. A lost clean plate is listed with its scene's first pose. */
export function lostMends(film: Film): ReadonlyMap<string, readonly LostMend[]> {
  let found = known.get(film);
  if (!found) known.set(film, (found = findLost(film)));
  return found;
}

function findLost(film: Film): ReadonlyMap<string, readonly LostMend[]> {
  const photos = photosById(film);
  const drawings = drawingsById(film);
  const layers = new Set(film.layers.map(({ id }) => id));
  const scenes = new Set(film.scenes.map(({ id }) => id));
  const paintsLost = new Set<string | undefined>(
    film.photos.filter((photo) => hasLostPaint(photo, photos)).map(({ id }) => id),
  );
  const platesLost = new Set(
    film.scenes
      .filter(({ plate }) => plate && !photos.has(plate.photoId))
      .map(({ items }) => posesIn(items)[0]?.id),
  );
  const isBehindLost = (pose: Pose): boolean => {
    const behind = keyOf(film, pose)?.behind;
    if (behind?.kind === 'photo') return !photos.has(behind.photoId);
    return behind?.kind === 'run' && !scenes.has(behind.sceneId);
  };
  const isDrawingLost = ({ drawings: own = [] }: Pose): boolean =>
    own.some((id) => !layers.has(drawings.get(id)?.layerId ?? ''));
  const lost = (pose: Pose): readonly LostMend[] => [
    ...(paintsLost.has(pose.photoId) ? (['painted'] as const) : []),
    ...(platesLost.has(pose.id) ? (['plate'] as const) : []),
    ...(isBehindLost(pose) ? (['behind'] as const) : []),
    ...(isDrawingLost(pose) ? (['drawn'] as const) : []),
  ];
  return new Map(
    posesOf(film).flatMap((pose) => {
      const own = lost(pose);
      return own.length > 0 ? [[pose.id, own] as const] : [];
    }),
  );
}

function hasLostPaint(photo: Photo, photos: ReadonlyMap<string, Photo>): boolean {
  const { strokes, mends } = fileOf(photo);
  if (!strokes || mends?.paintOff) return false;
  return strokes.some(({ from }) => 'photoId' in from && !photos.has(from.photoId));
}

/** The most mends that a sentence names; it counts the others. */
const MAX_NAMED = 3;

/**
 * A clause that counts the mends without effect and names the first with their frames, such as `1 mend does nothing (a drawing at frame 7)`.
 * `spans` limits it to a part of the film. Undefined if there is none.
 */
export function lostWords(film: Film, spans?: readonly Span[]): string | undefined {
  const lost = lostMends(film);
  if (lost.size === 0) return undefined;
  const named = new Set<string>();
  const all = scheduleOf(film).poses.flatMap(({ pose, start, end }) => {
    const isMeant = spans?.some(({ from, to }) => start < to && end > from) ?? true;
    if (!isMeant || named.has(pose.id)) return [];
    named.add(pose.id);
    return (lost.get(pose.id) ?? []).map(
      (kind) => `${WORDS[kind]} at frame ${(start + 1).toLocaleString('en')}`,
    );
  });
  if (all.length === 0) return undefined;
  const more = all.length - MAX_NAMED;
  return `${count(all.length, 'mend')} ${all.length === 1 ? 'does' : 'do'} nothing (${all.slice(0, MAX_NAMED).join(', ')}${more > 0 ? ` and ${more} more` : ''})`;
}
