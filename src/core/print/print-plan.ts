import { photosById, type Film, type Framing, type Photo } from '../film/film';
import type { Span } from '../film/moments';
import { scheduleOf, showingsBetween } from '../film/schedule';
import { colourOf, type Colour } from '../picture/pixels';
import type { Size } from '../picture/placement';
import type { Rate } from '../time/rate';

/** A photo that stays for some frames; neighbours in the plan never show the same photo. */
export interface PrintRun {
  readonly photo: Photo;
  /** First frame, from 0. */
  readonly start: number;
  /** Number of frames, from 1. */
  readonly frames: number;
}

/** All that has to be known to print a film. */
export interface PrintPlan {
  readonly size: Size;
  readonly rate: Rate;
  readonly framing: Framing;
  readonly background: Colour;
  readonly runs: readonly PrintRun[];
  /** Length in frames: the sum of the runs. */
  readonly frames: number;
}

/** The plan of a print of a film, or of a part of it, at its own size and rate. */
export function planPrint(film: Film, span: Span = { from: 0, to: scheduleOf(film).frames }): PrintPlan {
  const photos = photosById(film);
  const plan = scheduleOf(film);
  const runs: PrintRun[] = [];
  for (const { pose, ...shown } of showingsBetween(plan, span.from, span.to)) {
    const start = Math.max(shown.start, span.from) - span.from;
    const end = Math.min(shown.end, span.to) - span.from;
    const photo = photos.get(pose.photoId);
    if (!photo) throw new RangeError(`Pose ${pose.id} shows a photo that the film does not have.`);
    const last = runs.at(-1);
    // The same photo twice in a row is decoded once.
    if (last?.photo === photo) runs[runs.length - 1] = { ...last, frames: last.frames + end - start };
    else runs.push({ photo, start, frames: end - start });
  }
  const { width, height, rate, framing, background } = film.settings;
  return {
    size: { width, height },
    rate,
    framing,
    background: colourOf(background),
    runs,
    frames: span.to - span.from,
  };
}
