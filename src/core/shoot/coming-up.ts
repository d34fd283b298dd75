import type { Film, Flag } from '../film/film';
import { placedFlags } from '../film/moments';
import { firstPlaces } from '../film/cue-place';
import { beatsOfCue } from '../film/placed-beats';
import { placedTranscript } from '../film/placed-transcript';
import { scheduleOf } from '../film/schedule';
import { frameToSample, sampleToFrame } from '../time/frames';

/** A word that is heard at a frame, or comes. */
export interface ComingWord {
  readonly text: string;
  /** Frames from the one that is meant until it begins; below nought where it has begun. */
  readonly begins: number;
  /** Frames that it lasts. */
  readonly lasts: number;
}

/** What is heard and noted at a frame of a film, and in those after it. */
export interface ComingUp {
  readonly words: readonly ComingWord[];
  /** Frames until each beat, and whether a bar begins with it. */
  readonly beats: readonly { readonly begins: number; readonly bar: boolean }[];
  readonly flags: readonly { readonly begins: number; readonly flag: Flag }[];
}

/** What comes from a frame of a film on, within so many frames; also where nothing is shot there yet. */
export function comingUp(film: Film, frame: number, reach: number): ComingUp {
  const { rate } = film.settings;
  const inReach = (begins: number): boolean => begins >= 0 && begins < reach;
  const words = placedTranscript(film).flatMap(({ word, frame: from, end }): ComingWord[] => {
    const lasts = Math.max(1, sampleToFrame(Math.max(0, end), rate) - from);
    const begins = from - frame;
    return begins < reach && begins + lasts > 0 ? [{ text: word.text, begins, lasts }] : [];
  });
  const until = frameToSample(frame + reach, rate);
  const beats = firstPlaces(film)
    .flatMap((placed) => beatsOfCue(placed, until))
    .map(({ sample, bar }) => ({ begins: sampleToFrame(sample, rate) - frame, bar }))
    .sort((one, other) => one.begins - other.begins);
  const flags = placedFlags(film, scheduleOf(film)).map(({ flag, frame: at }) => ({
    begins: at - frame,
    flag,
  }));
  return {
    words,
    beats: beats.filter(({ begins }) => inReach(begins)),
    flags: flags.filter(({ begins }) => inReach(begins)),
  };
}

/** How long the scene of a frame is, and is planned to be, in frames; undefined where there is none. */
export function sceneLength(
  film: Film,
  sceneId: string | undefined,
):
  | {
      readonly id: string;
      readonly name: string;
      readonly frames: number;
      readonly planned: number | undefined;
    }
  | undefined {
  const { scenes } = scheduleOf(film);
  const scene =
    film.scenes.find(({ id }) => id === sceneId) ?? film.scenes.findLast(({ setAside }) => !setAside);
  const span = scenes.find((each) => each.sceneId === scene?.id);
  if (!scene) return undefined;
  return { id: scene.id, name: scene.name, frames: span ? span.end - span.start : 0, planned: scene.planned };
}
