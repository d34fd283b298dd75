import { create } from 'zustand';
import type { Photo } from '../../core/film/film';
import { photosById } from '../../core/film/film';
import { scheduleOf, showingAt } from '../../core/film/schedule';
import { shownSize } from '../../core/film/photo-picture';
import { reachesIn } from '../../core/shoot/hand-in-shot';
import { lightSign, standSign } from '../../core/shoot/set-signs';
import { evenChange } from '../../core/picture/steps/light-change';
import { findLight, findPlace } from '../../engine/browser/mend/mend-workers';
import { smallPixels } from '../../engine/browser/shoot/small-pixels';
import { openFilm } from '../document/document';
import { useCamera } from './camera';

interface Signs {
  /** The photo of which they are told. */
  readonly name: string | undefined;
  /** What was noticed, each in a few words. */
  readonly words: readonly string[];
}

/** What was noticed of the photo that was taken last. */
export const useSigns = create<Signs>(() => ({ name: undefined, words: [] }));

/** Mean luma, of 255, below which a photo is black: the cap is on. */
const BLACK = 6;

/** It is looked at once no other was taken for so long, in milliseconds: who presses again waits for nothing. */
const QUIET = 500;

let looking: AbortController | undefined;

/** Puts the signs away. */
export function forgetSigns(): void {
  looking?.abort();
  useSigns.setState({ name: undefined, words: [] });
}

/** The photo that is shown before another one in its scene. */
function photoBefore(photo: Photo): Photo | undefined {
  const film = openFilm();
  if (!film) return undefined;
  const plan = scheduleOf(film);
  const here = plan.poses.find(({ pose }) => pose.photoId === photo.id);
  const before = here && showingAt(plan, here.index - 1);
  return before?.sceneId === here?.sceneId && before ? photosById(film).get(before.pose.photoId) : undefined;
}

/**
 * Looks at a photo that was taken against the one before it, as Mend does: whether the light changed, the stand moved, or a hand was left in the shot. Only the last
 * one is looked at; nobody waits for it.
 */
export function lookAtShot(photo: Photo): void {
  forgetSigns();
  const own = new AbortController();
  looking = own;
  const say = (sign: string | undefined): void => {
    if (sign === undefined || own.signal.aborted) return;
    useSigns.setState(({ words }) => ({ name: photo.name, words: [...words, sign] }));
  };
  if ((photo.light ?? 255) < BLACK) return say('it is black: is the cap on the lens?');
  setTimeout(() => {
    if (!own.signal.aborted) compare(photo, own.signal, say);
  }, QUIET);
}

/** Whether the camera changes what it could keep. */
const setsItself = (): boolean =>
  useCamera.getState().controls.some(({ canLock, isLocked }) => canLock && !isLocked);

/** Compares a photo with the one before it; what is noticed is said. */
function compare(photo: Photo, signal: AbortSignal, say: (sign: string | undefined) => void): void {
  const before = photoBefore(photo);
  if (!before) return;
  const all = [
    findLight(photo, before, evenChange(0), signal).then((found) => {
      const sign = found.ok ? lightSign(found.value) : undefined;
      say(
        sign === undefined || !setsItself()
          ? sign
          : `${sign}: the camera adjusts itself; press “Lock settings”`,
      );
    }),
    findPlace(photo, before, signal).then((found) => {
      if (found.ok) say(standSign(found.value, shownSize(photo)));
    }),
    Promise.all([smallPixels(before.hash), smallPixels(photo.hash)]).then(([last, now]) => {
      if (last && now && reachesIn(last, now)) say('something reaches in from the edge: a hand?');
    }),
  ];
  // What cannot be compared is not told of.
  for (const each of all) each.catch(() => undefined);
}
