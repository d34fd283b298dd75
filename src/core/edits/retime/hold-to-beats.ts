import { nearestFrame } from '../../time/beats';
import { err, ok, type Result } from '../../time/result';
import { count } from '../../time/format';
import { frameToSample, SAMPLE_RATE } from '../../time/frames';
import { firstPlaces } from '../../film/cue-place';
import { inSteps } from '../in-steps';
import type { Edit } from '../edit';
import type { Film } from '../../film/film';
import { beatsOfCue } from '../../film/placed-beats';
import { scheduleOf } from '../../film/schedule';
import { holdChange, shownOnce, startOn, type HoldChange, type Mark } from './start-on';

/** The film may grow by so much while poses are put on beats: half an hour. */
const GROWTH = 30 * 60 * SAMPLE_RATE;

/** The frames nearest to the beats of a cue, `parts` of them to a beat, in the order of time. */
function beatFrames(film: Film, cueId: string, parts = 1): readonly number[] {
  const { rate } = film.settings;
  const [music] = firstPlaces(film, [cueId]);
  if (!music) return [];
  const until = frameToSample(scheduleOf(film).frames, rate) + GROWTH;
  const beats = beatsOfCue(music, until).map(({ sample }) => sample);
  const places = beats.flatMap((sample, i) => {
    const next = beats[i + 1];
    return next === undefined || parts === 1
      ? [sample]
      : Array.from({ length: parts }, (_, k) => sample + ((next - sample) * k) / parts);
  });
  return places.map((sample) => nearestFrame(sample, rate));
}

const NO_BEATS = err('The music has no beats yet: find them, tap them or type a tempo first.');

const beatMark = (cueId: string, parts: number, index: number): Mark => ({
  called: 'the beat',
  frameIn: (film) => beatFrames(film, cueId, parts)[index],
});

const nearestIndex = (frames: readonly number[], frame: number): number =>
  frames.reduce(
    (best, each, i) => (Math.abs(each - frame) < Math.abs((frames[best] as number) - frame) ? i : best),
    0,
  );

/** One hold after the other, as one change. */
function holdsInSteps(
  film: Film,
  label: string,
  steps: readonly ((now: Film) => Result<Edit>)[],
): Result<HoldChange> {
  const edits = inSteps(film, steps);
  return edits.ok ? ok(holdChange(film, label, edits.value)) : edits;
}

/** Which of its edges a pose puts on the beat: it starts there, or what follows does, by its own hold. */
export type Edge = 'start' | 'end';

/** Puts an edge of each of some poses on the beat that is nearest to it, in the order of the film. */
export function snapToBeats(
  film: Film,
  poseIds: readonly string[],
  cueId: string,
  edge: Edge,
): Result<HoldChange> {
  if (beatFrames(film, cueId).length === 0) return NO_BEATS;
  const words = `${count(poseIds.length, edge === 'start' ? 'pose' : 'hold')} snapped to beats`;
  return holdsInSteps(
    film,
    words,
    poseIds.map((poseId) => (now) => {
      const entry = shownOnce(now, poseId);
      if (!entry.ok) return entry;
      const frames = beatFrames(now, cueId);
      const { index, start, end } = entry.value;
      // A pose keeps a frame at least: no beat before its second frame can end it.
      const open = edge === 'start' ? 0 : frames.findIndex((frame) => frame > start);
      if (open < 0) return err(`No beat is left after pose ${index + 1}.`);
      const nearest = open + nearestIndex(frames.slice(open), edge === 'start' ? start : end);
      return startOn(now, index + (edge === 'start' ? 0 : 1), beatMark(cueId, 1, nearest));
    }),
  );
}

/**
 * Puts a run on the beat: its first pose starts on the nearest one, each of the others so many beats after the one before,
 * and so does what follows. Half a beat is the least.
 */
export function runOnBeats(
  film: Film,
  poseIds: readonly string[],
  cueId: string,
  every: number,
): Result<HoldChange> {
  const parts = every < 1 ? Math.round(1 / every) : 1;
  const step = Math.max(1, every);
  const frames = beatFrames(film, cueId, parts);
  if (frames.length === 0) return NO_BEATS;
  const first = shownOnce(film, poseIds[0] ?? '');
  if (!first.ok) return first;
  const { index, start } = first.value;
  const nearest = nearestIndex(frames, start);
  // Nothing can be shown before the first pose of the film: it stays, and ends on the beat.
  const opens = index === 0 && (frames[nearest] as number) > 0;
  const from = opens ? nearest - step : nearest;
  if (from + step * poseIds.length >= frames.length) {
    const left = Math.floor((frames.length - 1 - from) / step);
    return err(
      `Beats for ${count(left, 'pose')} from here; ${count(poseIds.length, 'pose is', 'poses are')} chosen. Choose fewer.`,
    );
  }
  const onBeat = (now: Film, poseId: string, behind: number, nth: number): Result<Edit> => {
    const entry = shownOnce(now, poseId);
    return entry.ok
      ? startOn(now, entry.value.index + behind, beatMark(cueId, parts, from + step * nth))
      : entry;
  };
  const steps = poseIds.map((poseId, i) => (now: Film) => onBeat(now, poseId, 1, i + 1));
  if (index > 0) steps.unshift((now) => onBeat(now, poseIds[0] ?? '', 0, 0));
  const often = every < 1 ? 'every half beat' : every === 1 ? 'every beat' : `every ${every} beats`;
  return holdsInSteps(film, `${count(poseIds.length, 'pose')} put on ${often}`, steps);
}
