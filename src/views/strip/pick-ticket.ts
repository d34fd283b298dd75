import type { MouseEvent } from 'react';
import { poseAt, showingAt, type Schedule } from '../../core/film/schedule';
import { choosePose } from '../../state/selection/choose';
import { goTo, pause } from '../../state/transport/play';

/** Chooses the pose whose ticket is clicked, and goes to the frame of it that was meant. */
export function pickTicket(
  plan: Schedule,
  frameAt: (clientX: number) => number,
  { target, clientX, shiftKey, ctrlKey, metaKey }: MouseEvent,
): void {
  // By the ticket, not by its place: a screen reader clicks without one.
  const ticket = target instanceof Element ? target.closest('[role=option]') : null;
  const at = Math.floor(frameAt(clientX));
  const entry = ticket ? showingAt(plan, Number(ticket.ariaPosInSet) - 1) : poseAt(plan, at);
  if (!entry) return;
  choosePose(entry.pose.id, shiftKey ? 'range' : ctrlKey || metaKey ? 'toggle' : 'only');
  pause();
  goTo(Math.min(entry.end - 1, Math.max(entry.start, at)));
}
