import { useRef, useState, type MouseEvent, type PointerEvent, type SyntheticEvent } from 'react';
import { showingAt, type Schedule, type ScheduledPose } from '../../core/film/schedule';
import { nearestBeat } from '../../core/edits/beat-edits';
import { beatsOf } from '../../core/film/placed-beats';
import { nearestFrame } from '../../core/time/beats';
import { samplesAFrame } from '../../core/time/frames';
import { LONGEST_HOLD } from '../../core/time/hold';
import { setHold, setHoldOf } from '../../state/poses/arrange-poses';
import { openFilm } from '../../state/document/document';
import { selectionNow } from '../../state/selection/selection';
import { transportNow } from '../../state/transport/transport';

/** A hold while the edge of its ticket is dragged. */
export interface HoldDrag {
  readonly entry: ScheduledPose;
  readonly hold: number;
  /** Poses that will take it. */
  readonly poses: number;
}

/** How near in pixels the dragged edge catches on the playhead. */
const CATCH = 7;
/** Below so many pixels an edge is touched, not dragged. */
const TOUCH = 3;

/** For the band of tickets, whose edges carry the number of their showing as `data-edge`. */
interface Grip {
  readonly drag: HoldDrag | undefined;
  readonly handlers: {
    readonly onPointerDownCapture: (event: PointerEvent) => void;
    readonly onMouseDownCapture: (event: SyntheticEvent) => void;
    readonly onTouchStartCapture: (event: SyntheticEvent) => void;
    readonly onPointerMove: (event: PointerEvent) => void;
    readonly onPointerUp: (event: PointerEvent) => void;
    readonly onPointerCancel: () => void;
    readonly onClickCapture: (event: MouseEvent) => void;
  };
}

/** The frame of the beat that is nearest to a place in frames. */
function beatNear(at: number): number | undefined {
  const film = openFilm();
  if (!film) return undefined;
  const { rate } = film.settings;
  const beat = nearestBeat(beatsOf(film), at * samplesAFrame(rate));
  return beat && nearestFrame(beat.sample, rate);
}

/** An edge is dragged by itself, not with its pose. */
function keepFromPoses(event: SyntheticEvent): void {
  if ((event.target as HTMLElement).dataset.edge !== undefined) event.stopPropagation();
}

/**
 * Dragging the edge of a ticket sets its hold, and that of all chosen ones where it is one of them. It is caught on the
 * playhead and on beats, but with alt.
 */
export function useHoldDrag(
  plan: Schedule | undefined,
  zoom: number,
  frameAt: (clientX: number) => number,
): Grip {
  const [drag, setDrag] = useState<HoldDrag>();
  const grabbed = useRef<{ readonly entry: ScheduledPose; readonly clientX: number }>(undefined);
  const wasGrabbed = useRef(false);
  const dragOf = (event: PointerEvent): HoldDrag | undefined => {
    if (!grabbed.current) return undefined;
    const { entry, clientX } = grabbed.current;
    if (!drag && Math.abs(event.clientX - clientX) < TOUCH) return undefined;
    const at = frameAt(event.clientX);
    const playhead = transportNow().frame + 1;
    const near = (frame: number | undefined): boolean =>
      !event.altKey && frame !== undefined && Math.abs(at - frame) * zoom < CATCH;
    const beat = beatNear(at);
    const end = near(playhead) ? playhead : beat !== undefined && near(beat) ? beat : Math.round(at);
    const { chosen } = selectionNow();
    return {
      entry,
      hold: Math.min(LONGEST_HOLD, Math.max(1, end - entry.start)),
      poses: chosen.has(entry.pose.id) ? chosen.size : 1,
    };
  };
  const letGo = (): void => {
    grabbed.current = undefined;
    setDrag(undefined);
  };
  return {
    drag,
    handlers: {
      onPointerDownCapture: (event) => {
        // Two fingers come closer: they drag nothing.
        if (!event.isPrimary) return letGo();
        wasGrabbed.current = false;
        const edge = (event.target as HTMLElement).dataset.edge;
        const entry = edge !== undefined && plan && showingAt(plan, Number(edge));
        if (event.button !== 0 || !entry) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        grabbed.current = { entry, clientX: event.clientX };
        wasGrabbed.current = true;
      },
      onMouseDownCapture: keepFromPoses,
      onTouchStartCapture: keepFromPoses,
      onPointerMove: (event) => {
        if (grabbed.current) setDrag(dragOf(event));
      },
      onPointerUp: (event) => {
        const done = dragOf(event);
        if (done && done.poses > 1) setHold(done.hold);
        else if (done && done.hold !== done.entry.pose.hold) setHoldOf(done.entry.pose.id, done.hold);
        letGo();
      },
      onPointerCancel: letGo,
      // Letting go of an edge is no choice of a pose.
      onClickCapture: (event) => {
        if (wasGrabbed.current) event.stopPropagation();
      },
    },
  };
}
