import type { Film, Photo } from '../film/film';
import { poseAt, scheduleOf, showingAt, type ScheduledPose } from '../film/schedule';
import { shotEdits, type ShotOrder, type ShotPlace } from './shot-edits';
import { applyEdit } from '../edits/apply-edit';

/** What stands around the photo that is taken next, in its scene; the nearest first. */
export interface ShotNeighbours {
  readonly before: readonly ScheduledPose[];
  readonly after: readonly ScheduledPose[];
  /** What the live picture is laid against: the pose before, or the one in whose place the photo goes; undefined where there is none. */
  readonly against: ScheduledPose | undefined;
  /** The frame of the film at which the photo comes to stand. */
  readonly frame: number;
}

/** Poses before and after that are looked at, at most. */
const MOST = 5;

/** The poses around the place where the next photo goes, by the frame on screen. */
export function shotNeighbours(film: Film, place: ShotPlace, frame: number): ShotNeighbours {
  const plan = scheduleOf(film);
  const here = poseAt(plan, frame);
  if (!here) return { before: [], after: [], against: undefined, frame: plan.frames };
  const scene = plan.scenes.find(({ sceneId }) => sceneId === here.sceneId);
  const last = place === 'end' ? (poseAt(plan, (scene?.end ?? here.end) - 1) ?? here) : here;
  const run = (from: number, direction: 1 | -1): readonly ScheduledPose[] => {
    const found: ScheduledPose[] = [];
    for (let i = from; found.length < MOST; i += direction) {
      const pose = showingAt(plan, i);
      if (pose?.sceneId !== here.sceneId) break;
      found.push(pose);
    }
    return found;
  };
  const instead = place === 'instead';
  return {
    before: run(instead ? last.index - 1 : last.index, -1),
    after: run(last.index + 1, 1),
    against: last,
    frame: instead ? last.start : last.end,
  };
}

/** Identities of what is not in the film yet. */
const LIVE = 'live';

/** A film as it would be if a photo that is like the live picture were taken now, and the pose that would show it. */
export function withLivePose(
  film: Film,
  live: Omit<Photo, 'id' | 'name' | 'hash' | 'bytes' | 'type' | 'orientation'>,
  order: ShotOrder,
): { readonly film: Film; readonly poseId: string } {
  const photo: Photo = {
    ...live,
    id: LIVE,
    name: LIVE,
    hash: LIVE,
    bytes: 0,
    type: 'image/jpeg',
    orientation: 1,
  };
  const { keep, show, poseId } = shotEdits(film, photo, order, () => LIVE);
  return { film: applyEdit(applyEdit(film, keep), show), poseId };
}
