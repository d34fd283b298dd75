import type { Film, Pose } from './film';

/** A pose as it stands in the film: which frames, and where it comes from. */
export interface ScheduledPose {
  readonly pose: Pose;
  readonly sceneId: string;
  /** Place among all poses of the film, from 0. */
  readonly index: number;
  /** First frame, from 0. */
  readonly start: number;
  /** Frame after the last. */
  readonly end: number;
}

/** The frames of a scene; an empty one where it has no poses. */
export interface SceneSpan {
  readonly sceneId: string;
  readonly start: number;
  readonly end: number;
}

/** Which pose is shown at which frame. Every frame from 0 to `frames` belongs to exactly one pose. */
export interface Schedule {
  readonly entries: readonly ScheduledPose[];
  /** One for each scene, in order. */
  readonly scenes: readonly SceneSpan[];
  /** Length of the film in frames: the sum of all holds. */
  readonly frames: number;
}

/** Lays the poses of all scenes behind each other. O(n) in poses. */
export function schedule(film: Film): Schedule {
  const entries: ScheduledPose[] = [];
  const scenes: SceneSpan[] = [];
  let start = 0;
  for (const scene of film.scenes) {
    const sceneStart = start;
    for (const pose of scene.poses) {
      const end = start + pose.hold;
      entries.push({ pose, sceneId: scene.id, index: entries.length, start, end });
      start = end;
    }
    scenes.push({ sceneId: scene.id, start: sceneStart, end: start });
  }
  return { entries, scenes, frames: start };
}

/** The pose on screen at a frame, or undefined outside the film. O(log n) in poses. */
export function poseAt({ entries, frames }: Schedule, frame: number): ScheduledPose | undefined {
  if (!(frame >= 0 && frame < frames)) return undefined;
  let low = 0;
  let high = entries.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((entries[middle] as ScheduledPose).start <= frame) low = middle;
    else high = middle - 1;
  }
  return entries[low];
}
