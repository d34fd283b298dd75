import { makeCycleEdit, takePassOutEdit, unrollEdit, withinADay } from '../../core/edits/cycle-edits';
import type { Cycle, CycleShape, Film } from '../../core/film/film';
import { isCycle, itemsOf, posesIn } from '../../core/film/items';
import { scheduleOf } from '../../core/film/schedule';
import { count } from '../../core/time/format';
import { newId } from '../../engine/browser/new-id';
import { targetPoses, tryEdit } from '../document/edit-film';
import { openFilm } from '../document/document';
import { setSelection } from '../selection/selection';
import { tell } from '../shell/shell';
import { transportNow } from '../transport/transport';

/** Makes a cycle of the target poses. */
export function makeCycle(shape: CycleShape): void {
  const poses = targetPoses();
  if (tryEdit((film) => makeCycleEdit(film, poses, shape, newId))) chooseMeant(poses);
}

/** Lets the target poses go there and back: the cycle that they stand in, or a new one. */
export function thereAndBack(): void {
  const film = openFilm();
  const cycle = film && cycleOf(film, targetPoses());
  if (cycle) setCycle(cycle.id, { way: 'there-and-back' });
  else makeCycle({ times: 1, way: 'there-and-back', endsTwice: false });
}

const chooseMeant = (poses: readonly string[]): void =>
  setSelection({ chosen: new Set(poses), anchor: poses[0] });

/** Sets passes, way or ends of a cycle. */
export const setCycle = (cycleId: string, shape: Partial<CycleShape>): boolean =>
  tryEdit((film) =>
    withinADay(film, { kind: 'patch', of: 'items', patches: [{ id: cycleId, patch: shape }] }),
  );

/** Writes the passes of a cycle out as poses of their own. */
export const unrollCycle = (cycleId: string): boolean => tryEdit((film) => unrollEdit(film, cycleId, newId));

/** Takes one pass out of a cycle, as poses of their own, and says what is left of it before and behind. */
export function takePassOut(cycleId: string, pass: number): boolean {
  const film = openFilm();
  const span = film && scheduleOf(film).cycles.find(({ cycle }) => cycle.id === cycleId);
  const done = tryEdit((now) => takePassOutEdit(now, cycleId, pass, newId));
  if (!done || !span) return done;
  const behind = span.cycle.times - pass - 1;
  if (pass > 0 && behind > 0) {
    const from = span.start + pass * span.passFrames;
    tell(
      `Pass ${pass + 1} is plain poses now, on frames ${from + 1} to ${from + span.passFrames}. Two cycles are left: ` +
        `one of ${count(pass, 'pass', 'passes')} before it, from frame ${span.start + 1}, and one of ${count(behind, 'pass', 'passes')} after it.`,
      'done',
    );
  }
  return done;
}

/** The innermost cycle that holds all meant poses; with which pass of it is on screen, from 0. */
export function cycleOf(film: Film, poseIds: readonly string[]): Cycle | undefined {
  const wanted = new Set(poseIds);
  let here: Cycle | undefined;
  let items = film.scenes.find((scene) => posesIn(scene.items).some((pose) => wanted.has(pose.id)))?.items;
  while (items) {
    const next: Cycle | undefined = items.find((item): item is Cycle => {
      if (!isCycle(item)) return false;
      const inside = new Set(posesIn(item.items).map((pose) => pose.id));
      return poseIds.length > 0 && poseIds.every((id) => inside.has(id));
    });
    if (!next) break;
    here = next;
    items = next.items;
  }
  return here;
}

/** Which pass of a cycle the playhead stands in, from 0, counted over all its showings. */
export function passOnScreen(film: Film, cycle: Cycle): number {
  const plan = scheduleOf(film);
  const span = plan.cycles.find((each) => each.cycle.id === cycle.id);
  const { frame } = transportNow();
  if (!span || frame < span.start || frame >= span.end) return 0;
  return Math.floor((frame - span.start) / span.passFrames);
}

/** Chooses all poses of a cycle. */
export function chooseCycle(film: Film, cycleId: string): void {
  const items = itemsOf(film, cycleId) ?? [];
  const poses = posesIn(items).map((pose) => pose.id);
  setSelection({ chosen: new Set(poses), anchor: poses[0] });
}
