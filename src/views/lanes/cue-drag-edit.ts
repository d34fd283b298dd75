import { nearestBeat } from '../../core/edits/beat-edits';
import { markCuesEdit, moveCuesEdit, raiseCuesEdit, trimCuesEdit } from '../../core/edits/cue-edits';
import type { Edit } from '../../core/edits/edit';
import { samplesToPin, type PlacedCue } from '../../core/film/cue-place';
import type { Film } from '../../core/film/film';
import { beatsOf } from '../../core/film/placed-beats';
import { faderLevel, faderPlace } from '../../core/sound/level';
import { nearestFrame } from '../../core/time/beats';
import { frameToSample } from '../../core/time/frames';
import type { LaneRow } from './lane-layout';

/** What of a cue is taken hold of. */
export type Grip = 'move' | 'start' | 'end' | 'fade-in' | 'fade-out' | 'level';

/** A cue that is taken hold of, and the lane it lay in. */
export interface GrabbedCue {
  readonly placed: PlacedCue;
  readonly grip: Grip;
  readonly laneIndex: number;
}

/** How far, and how, it is dragged. */
export interface CueDragging {
  /** Samples along, pixels down. */
  readonly along: number;
  readonly down: number;
  /** As near to a beat, in samples, it is caught; undefined where it snaps to nothing. */
  readonly near: number | undefined;
}

/** Pixels of a lane above and below the boxes of its cues. */
const BOX_EDGES = 3;

/** A sample moved onto a beat, where one lies nearer than `near`, else to the nearest start of a frame. */
function caught(film: Film, sample: number, near: number): number {
  const beat = nearestBeat(beatsOf(film), sample);
  if (beat && Math.abs(beat.sample - sample) < near) return beat.sample;
  return frameToSample(nearestFrame(sample, film.settings.rate), film.settings.rate);
}

/** A fade, made longer or shorter by its handle. */
function fadeEdit(
  film: Film,
  ids: Iterable<string>,
  { cue, start, heardUntil }: PlacedCue,
  key: 'fadeIn' | 'fadeOut',
  along: number,
): Edit {
  const before = cue[key];
  const longer = (before?.samples ?? 0) + (key === 'fadeIn' ? along : -along);
  const samples = Math.min(heardUntil - start, Math.max(0, longer));
  const fade = samples === 0 ? undefined : { samples, curve: before?.curve ?? 'power' };
  return markCuesEdit(film, ids, key === 'fadeIn' ? 'Fade-in set' : 'Fade-out set', { [key]: fade });
}

/** What becomes of cues of these ids where one of them is dragged; undefined where nothing does. */
export function cueDragEdit(
  film: Film,
  rows: readonly LaneRow[],
  { placed, grip, laneIndex }: GrabbedCue,
  ids: Iterable<string>,
  { along, down, near }: CueDragging,
): Edit | undefined {
  const { cue, start } = placed;
  const snapped = (sample: number): number => (near === undefined ? sample : caught(film, sample, near));
  const height = rows[laneIndex]?.height ?? 1;
  switch (grip) {
    case 'move': {
      // What is tied to the pose comes to lie on a frame.
      const toPin = samplesToPin(cue);
      const shift = snapped(start + toPin + along) - start - toPin;
      const across = laneIndex + Math.round(down / height);
      const lane = rows[Math.min(rows.length - 1, Math.max(0, across))]?.lane.id;
      return moveCuesEdit(film, ids, shift, lane === cue.laneId ? undefined : lane);
    }
    case 'start':
    case 'end': {
      const edge = grip === 'start' ? start : start + cue.to - cue.from;
      const trimmed = trimCuesEdit(film, ids, grip, snapped(edge + along) - edge);
      return trimmed.ok ? trimmed.value : undefined;
    }
    case 'level': {
      const level = faderLevel(faderPlace(cue.level) - down / (height - BOX_EDGES));
      return level === cue.level ? undefined : raiseCuesEdit(film, ids, level - cue.level);
    }
    case 'fade-in':
      return fadeEdit(film, ids, placed, 'fadeIn', along);
    case 'fade-out':
      return fadeEdit(film, ids, placed, 'fadeOut', along);
  }
}
