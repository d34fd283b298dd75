import type { Film, Photo } from '../film/film';
import { STRENGTH, type FoundPlace } from '../film/photo-mends';
import { fileOf } from '../film/photo-picture';
import { boundedMove, isUnmoved, UNMOVED, type Move } from '../picture/move';
import { count } from '../time/format';
import { changeMends } from './change-mends';
import { photosAmong } from './change-photos';
import type { Edit } from './edit';

/** Keeps what was found for the place of photos, by id: each at the strength that it has already, or all of it. */
export function steadyEdit(film: Film, found: ReadonlyMap<string, FoundPlace>): Edit {
  const photos = photosAmong(film, found.keys());
  return changeMends(`${count(photos.length, 'photo')} steadied`, photos, (photo) => {
    const place = found.get(photo.id);
    const strength = fileOf(photo).mends?.steadied?.strength ?? STRENGTH.neutral;
    return place ? { steadied: { at: boundedMove(place.at), move: boundedMove(place.move), strength } } : {};
  });
}

/** Sets how much, in per cent, photos are moved of what was found; those without are passed over. */
export function steadyStrengthEdit(film: Film, photoIds: Iterable<string>, strength: number): Edit {
  const photos = photosAmong(film, photoIds).filter((photo) => fileOf(photo).mends?.steadied);
  return changeMends(`${count(photos.length, 'photo')} steadied by ${strength} %`, photos, (photo) => {
    const steadied = fileOf(photo).mends?.steadied;
    return { steadied: steadied && { ...steadied, strength } };
  });
}

/** Moves photos by hand, each to what `move` makes of how it was moved so; what moves nothing is taken away. */
export function nudgeEdit(
  film: Film,
  photoIds: Iterable<string>,
  move: (photo: Photo, by: Move) => Move,
): Edit {
  const photos = photosAmong(film, photoIds);
  return changeMends(`${count(photos.length, 'photo')} moved by hand`, photos, (photo) => {
    const nudge = boundedMove(move(photo, fileOf(photo).mends?.nudge ?? UNMOVED));
    return { nudge: isUnmoved(nudge) ? undefined : nudge, steadyOff: undefined };
  });
}

/** Switches all moving of photos on or off. */
export function steadySwitchEdit(film: Film, photoIds: Iterable<string>, on: boolean): Edit {
  const photos = photosAmong(film, photoIds);
  const words = `Steadying of ${count(photos.length, 'photo')} ${on ? 'on' : 'off'}`;
  return changeMends(words, photos, () => ({ steadyOff: on ? undefined : true }));
}

/** Makes photos those that others are steadied to, or no longer. */
export function anchorEdit(film: Film, photoIds: Iterable<string>, isAnchor: boolean): Edit {
  const photos = photosAmong(film, photoIds);
  const words = `${count(photos.length, 'photo')} ${isAnchor ? 'taken as reference for place' : 'no longer taken as reference for place'}`;
  return changeMends(words, photos, () =>
    isAnchor ? { isAnchor: true, steadied: undefined, steadyOff: undefined } : { isAnchor: undefined },
  );
}

/** The place of photos as they came. */
export function placeAsBeforeEdit(film: Film, photoIds: Iterable<string>): Edit {
  const photos = photosAmong(film, photoIds);
  return changeMends(`Place of ${count(photos.length, 'photo')} reset`, photos, () => ({
    ...{ steadied: undefined, nudge: undefined, isAnchor: undefined, steadyOff: undefined },
  }));
}

/** Moves photos as another one is moved by hand. */
export function copyNudgeEdit(film: Film, from: Photo, photoIds: Iterable<string>): Edit {
  const photos = photosAmong(film, photoIds);
  const { nudge, steadyOff } = fileOf(from).mends ?? {};
  return changeMends(`Place by hand copied to ${count(photos.length, 'photo')}`, photos, () => ({
    nudge,
    steadyOff,
  }));
}
