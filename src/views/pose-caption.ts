import { photosById, type Film } from '../core/film/film';
import { runningNumber } from '../core/film/numbering';
import type { ScheduledPose } from '../core/film/schedule';

/** `pose 57 · photo 469`: which showing of the film it is, and the number of its photo. */
export function poseCaption(film: Film, { pose, index }: ScheduledPose): string {
  const photo = photosById(film).get(pose.photoId);
  return `pose ${index + 1} · photo ${(photo && runningNumber(photo.name)) ?? photo?.name ?? 'missing'}`;
}
