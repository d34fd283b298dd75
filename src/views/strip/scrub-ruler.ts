import type { PointerEvent } from 'react';
import { poseAt, type Schedule } from '../../core/film/schedule';
import { dragTo, goTo, pause } from '../../state/transport/play';

/** Puts the playhead where the ruler is pressed, and drags it along; with shift it catches on the starts of poses. */
export function scrubRuler(
  plan: Schedule,
  frameAt: (clientX: number) => number,
  event: PointerEvent<HTMLDivElement>,
): void {
  if (event.type === 'pointerdown') {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    pause();
  } else if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
  const at = Math.floor(frameAt(event.clientX));
  const within = Math.min(plan.frames - 1, Math.max(0, at));
  const to = event.shiftKey ? (poseAt(plan, within)?.start ?? at) : at;
  if (event.type === 'pointerdown') goTo(to);
  else dragTo(to);
}
