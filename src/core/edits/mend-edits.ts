import type { Film, Photo } from '../film/film';
import { STRENGTH, TOUCHES, type FoundLight, type Touch } from '../film/photo-mends';
import { fileOf } from '../film/photo-picture';
import { signed } from '../time/amount';
import { count } from '../time/format';
import { changeMends } from './change-mends';
import { photosAmong } from './change-photos';
import type { Edit } from './edit';

/** Sets brightness, warmth or tint of photos by hand; what changes nothing is taken away. */
export function touchEdit(film: Film, photoIds: Iterable<string>, touch: Touch, value: number): Edit {
  const photos = photosAmong(film, photoIds);
  const { neutral, label } = TOUCHES[touch];
  const words = `${label} of ${count(photos.length, 'photo')} set to ${signed(value)}`;
  return changeMends(words, photos, () => ({ [touch]: value === neutral ? undefined : value }));
}

/** Keeps what was found for photos, by id: each at the strength that it has already, or all of it. */
export function matchEdit(film: Film, found: ReadonlyMap<string, FoundLight>): Edit {
  const photos = photosAmong(film, found.keys());
  return changeMends(`Light of ${count(photos.length, 'photo')} matched`, photos, (photo) => {
    const light = found.get(photo.id);
    const strength = fileOf(photo).mends?.matched?.strength ?? STRENGTH.neutral;
    return light ? { matched: { ...light, strength } } : {};
  });
}

/** Sets how much, in per cent, of what was found for photos is applied; those without are passed over. */
export function strengthEdit(film: Film, photoIds: Iterable<string>, strength: number): Edit {
  const photos = photosAmong(film, photoIds).filter((photo) => fileOf(photo).mends?.matched);
  const words = `Light of ${count(photos.length, 'photo')} matched by ${strength} %`;
  return changeMends(words, photos, (photo) => {
    const matched = fileOf(photo).mends?.matched;
    return { matched: matched && { ...matched, strength } };
  });
}

/** Switches all that is done to the light of photos on or off. */
export function lightSwitchEdit(film: Film, photoIds: Iterable<string>, on: boolean): Edit {
  const photos = photosAmong(film, photoIds);
  const words = `Light of ${count(photos.length, 'photo')} ${on ? 'on' : 'off'}`;
  return changeMends(words, photos, () => ({ lightOff: on ? undefined : true }));
}

/** Makes photos those that others are matched to, each as it looks, or no longer. */
export function referenceEdit(film: Film, photoIds: Iterable<string>, isReference: boolean): Edit {
  const photos = photosAmong(film, photoIds);
  const words = `${count(photos.length, 'photo')} ${isReference ? 'taken as reference for light' : 'no longer taken as reference for light'}`;
  return changeMends(words, photos, () =>
    isReference ? { isReference: true, lightOff: undefined } : { isReference: undefined },
  );
}

/** The light of photos as it came. */
export function lightAsBeforeEdit(film: Film, photoIds: Iterable<string>): Edit {
  const photos = photosAmong(film, photoIds);
  return changeMends(`Light of ${count(photos.length, 'photo')} reset`, photos, () => ({
    ...{ light: undefined, warmth: undefined, tint: undefined },
    ...{ matched: undefined, isReference: undefined, lightOff: undefined },
  }));
}

/** Gives photos the light that another one has by hand, and its strength. */
export function copyLightEdit(film: Film, from: Photo, photoIds: Iterable<string>): Edit {
  const photos = photosAmong(film, photoIds);
  const { light, warmth, tint, lightOff, matched } = fileOf(from).mends ?? {};
  return changeMends(`Light copied to ${count(photos.length, 'photo')}`, photos, (photo) => {
    const own = fileOf(photo).mends?.matched;
    const strength = matched?.strength;
    return {
      ...{ light, warmth, tint, lightOff },
      ...(own && strength !== undefined && { matched: { ...own, strength } }),
    };
  });
}
