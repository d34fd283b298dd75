import { changesWhileHeld } from '../film/key-of';
import type { Film } from '../film/film';
import type { Span } from '../film/moments';
import { scheduleOf, showingsBetween } from '../film/schedule';
import { isHeard } from '../mix/mix-plan';
import { frameToSeconds } from '../time/frames';
import { printKind, type QualityStep } from './print-kinds';
import { framesOf } from './print-plan';
import { sizeOfPrint } from './print-order';
import type { PrintSettings } from './print-settings';

/** What a print is expected to be. */
export interface Forecast {
  readonly bytes: number;
  /** How long it takes to make. */
  readonly seconds: number;
  /** Bits a second, over its length. */
  readonly bitrate: number;
}

/** What prints like it took for what was forecast: 1 where none was made. */
export interface Experience {
  readonly bytes: number;
  readonly seconds: number;
}

/** Bytes for each pixel of a picture of a loop or a still, of photos with grain, by quality. */
const PICTURE_BYTES: Readonly<
  Record<'gif' | 'webp' | 'apng' | 'png' | 'jpeg', Readonly<Record<QualityStep, number>>>
> = {
  gif: { small: 0.36, good: 0.36, best: 0.36 },
  webp: { small: 0.06, good: 0.12, best: 1.2 },
  apng: { small: 1.6, good: 1.6, best: 1.6 },
  png: { small: 1.6, good: 1.6, best: 1.6 },
  jpeg: { small: 0.2, good: 0.35, best: 0.8 },
};

/** Milliseconds for a picture from a photo of twelve megapixels, and for each million pixels of the picture. */
const PICTURE_MS = 45;
const PIXEL_MS: Readonly<Record<string, number>> = {
  ...{ avc: 20, vp9: 35, av1: 60, gif: 110, webp: 90, apng: 130, png: 130, jpeg: 30 },
};

/** Seconds of sound that are made in one. */
const SOUND_PACE = 60;

/** Pictures that some parts of a film show; of a camera that moves, one a frame. */
export function picturesIn(film: Film, spans: readonly Span[]): number {
  const plan = scheduleOf(film);
  let count = 0;
  for (const { from, to } of spans)
    for (const { pose, start, end } of showingsBetween(plan, from, to))
      count += changesWhileHeld(film, pose) ? Math.min(end, to) - Math.max(start, from) : 1;
  return count;
}

/** What is to be expected of a print, with `pictures` as `picturesIn` counts them. */
export function forecast(
  film: Film,
  spans: readonly Span[],
  pictures: number,
  settings: PrintSettings,
  experience: Experience = { bytes: 1, seconds: 1 },
): Forecast {
  const facts = printKind(settings.kind);
  const length = frameToSeconds(framesOf(spans), film.settings.rate);
  const { width, height } = sizeOfPrint(settings, film);
  const pixels = width * height;
  const { quality } = settings;
  const hasSound = spans.some((span) => isHeard(film, span));
  const soundSeconds = hasSound ? length / SOUND_PACE : 0;
  const of = (bytes: number, seconds: number): Forecast => ({
    bytes: bytes * experience.bytes,
    seconds: 0.5 + seconds * experience.seconds,
    bitrate: length > 0 ? (bytes * experience.bytes * 8) / length : 0,
  });
  const eachPicture = (form: string): number =>
    (pictures * (PICTURE_MS + ((PIXEL_MS[form] ?? 50) * pixels) / 1e6)) / 1000;
  switch (facts.makes) {
    case 'sound': {
      const bits = 'wav' in facts.form ? 2 * 48_000 * facts.form.wav : 1_300_000;
      return of((bits * length) / 8, length / SOUND_PACE);
    }
    case 'video': {
      const { video, sound } = facts;
      const shown = settings.bitrate
        ? (settings.bitrate * length) / 8
        : (pictures * pixels * video.steps[quality].bitsAPixel) / 8;
      // Frames that are repeated cost a little each.
      const held = video.holds === 'repeated' ? framesOf(spans) * 2000 : framesOf(spans) * 16;
      return of(
        shown + held + (hasSound ? (sound.bits * length) / 8 : 0),
        eachPicture(video.codec) + soundSeconds + framesOf(spans) / 400,
      );
    }
    case 'loop':
      return of(pictures * pixels * PICTURE_BYTES[facts.form][quality], eachPicture(facts.form));
    case 'stills': {
      const files = settings.every === 'frame' ? framesOf(spans) : pictures;
      return of(files * pixels * PICTURE_BYTES[facts.form][quality], eachPicture(facts.form));
    }
  }
}
