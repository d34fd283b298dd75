import type { Film, Flag, Moment, Range } from './film';
import { poseAt, showingOf, type Schedule } from './schedule';
import type { Cue } from './sound';

/** A frame as a moment of the pose that is shown at it; undefined outside the film. */
export function momentAt(plan: Schedule, frame: number): Moment | undefined {
  const here = poseAt(plan, frame);
  return here && { poseId: here.pose.id, offset: frame - here.start, showing: here.showing, frame };
}

/** Where a moment stands in the film as it is, and whether its pose is gone. */
export function placeOf(plan: Schedule, moment: Moment): { readonly frame: number; readonly loose: boolean } {
  const here = showingOf(plan, moment.poseId, moment.showing);
  if (here) return { frame: Math.min(here.start + moment.offset, here.end - 1), loose: false };
  return { frame: Math.max(0, Math.min(moment.frame, plan.frames - 1)), loose: true };
}

/** The frame of a pin's moment: unlike a flag it keeps its distance where its pose ends before. */
export function pinnedFrame(plan: Schedule, { poseId, offset, showing, frame }: Moment): number {
  const here = showingOf(plan, poseId, showing);
  return here ? here.start + offset : frame;
}

/** The moment of a pin at a frame, past the end of the film too; undefined where there is no pose. */
export function pinMomentAt(plan: Schedule, frame: number): Moment | undefined {
  const here = poseAt(plan, Math.min(Math.max(0, frame), plan.frames - 1));
  return (
    here && { poseId: here.pose.id, offset: Math.max(0, frame - here.start), showing: here.showing, frame }
  );
}

/** A flag where it stands. */
export interface PlacedFlag {
  readonly flag: Flag;
  readonly frame: number;
  readonly loose: boolean;
}

/** The flags of a film in the order of time. */
export const placedFlags = (film: Film, plan: Schedule): readonly PlacedFlag[] =>
  film.flags.map((flag) => ({ flag, ...placeOf(plan, flag.at) })).sort((a, b) => a.frame - b.frame);

/** Frames from the first until behind the last of the part between the in and out points. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/**
 * The part of the film between its in and out points, both with it; all of it where there are none. Points that have come to
 * stand the wrong way round, such as by moving scenes, are taken as if they were exchanged.
 */
export function spanOf(plan: Schedule, range: Range): Span {
  if (plan.frames === 0) return { from: 0, to: 0 };
  const first = range.in ? placeOf(plan, range.in).frame : 0;
  const last = range.out ? placeOf(plan, range.out).frame : plan.frames - 1;
  return { from: Math.max(0, Math.min(first, last)), to: Math.max(first, last) + 1 };
}

/** A moment as it stands now, to be found there again when its pose goes. */
const asItStands = (plan: Schedule, moment: Moment): Moment => ({
  ...moment,
  frame: placeOf(plan, moment).frame,
});

/** Whether a moment's pose is shown before and no longer after. */
const comesLoose = (before: Schedule, after: Schedule, moment: Moment): boolean =>
  before.firsts.has(moment.poseId) && !after.firsts.has(moment.poseId);

/** What has to be remembered of flags, points and cues whose poses an edit takes out of the film. */
export function loosened(
  film: Film,
  before: Schedule,
  after: Schedule,
): { readonly flags: readonly Flag[]; readonly range: Range; readonly cues: readonly Cue[] } {
  const flags = film.flags.flatMap((flag) =>
    comesLoose(before, after, flag.at) ? [{ ...flag, at: asItStands(before, flag.at) }] : [],
  );
  const range = Object.fromEntries(
    Object.entries(film.range).flatMap(([key, moment]: [string, Moment | undefined]) =>
      moment && comesLoose(before, after, moment) ? [[key, asItStands(before, moment)]] : [],
    ),
  ) as Range;
  const cues = film.cues.flatMap((cue): Cue[] => {
    if (cue.pin.to === 'time' || !comesLoose(before, after, cue.pin.at)) return [];
    const at = { ...cue.pin.at, frame: pinnedFrame(before, cue.pin.at) };
    return [{ ...cue, pin: { ...cue.pin, at } }];
  });
  return { flags, range, cues };
}
