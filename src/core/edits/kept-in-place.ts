import type { Film } from '../film/film';
import { momentAt, pinMomentAt, pinnedFrame, placeOf } from '../film/moments';
import type { Moment } from '../film/moment';
import { scheduleOf } from '../film/schedule';
import { putAll, type Edit } from './edit';

/**
 * What keeps flags, points and cues at their place in time where an edit makes other poses of the same pictures, such as an
 * unrolled cycle: `frameAfter` says where a frame of the film before stands in the film after.
 */
export function keptInPlace(
  before: Film,
  after: Film,
  frameAfter: (frame: number) => number,
): readonly Edit[] {
  const [plan, next] = [scheduleOf(before), scheduleOf(after)];
  const kept = (moment: Moment): Moment | undefined => {
    const { frame, loose } = placeOf(plan, moment);
    const wanted = Math.min(Math.max(0, frameAfter(frame)), next.frames - 1);
    return loose || placeOf(next, moment).frame === wanted ? undefined : momentAt(next, wanted);
  };
  const flags = before.flags.flatMap((flag) => {
    const at = kept(flag.at);
    return at ? [{ ...flag, at }] : [];
  });
  const points = Object.entries(before.range).flatMap(([key, moment]: [string, Moment | undefined]) => {
    const at = moment && kept(moment);
    return at ? [[key, at] as const] : [];
  });
  const cues = before.cues.flatMap((cue) => {
    const { pin } = cue;
    if (pin.to === 'time' || !plan.firsts.has(pin.at.poseId)) return [];
    const wanted = Math.max(0, frameAfter(pinnedFrame(plan, pin.at)));
    const at = pinnedFrame(next, pin.at) === wanted ? undefined : pinMomentAt(next, wanted);
    return at ? [{ ...cue, pin: { ...pin, at } }] : [];
  });
  const edits: Edit[] = [];
  if (cues.length > 0) edits.push(putAll('cues', cues));
  if (flags.length > 0) edits.push(putAll('flags', flags));
  if (points.length > 0) edits.push({ kind: 'patch', of: 'range', patch: Object.fromEntries(points) });
  return edits;
}
