import { useState, type PointerEvent } from 'react';
import type { ScheduledPose } from '../../core/film/schedule';
import { LONGEST_HOLD } from '../../core/time/hold';
import { setHold, setHoldOf } from '../../state/arrange-poses';
import { workbench } from '../../state/workbench';

/** A hold while the edge of its ticket is dragged. */
export interface HoldDrag {
  readonly entry: ScheduledPose;
  readonly hold: number;
  /** Poses that will take it. */
  readonly poses: number;
}

/** How near in pixels the dragged edge catches on the playhead. */
const CATCH = 7;

interface Grip {
  readonly drag: HoldDrag | undefined;
  readonly start: (event: PointerEvent, entry: ScheduledPose) => void;
  readonly handlers: {
    readonly onPointerMove: (event: PointerEvent) => void;
    readonly onPointerUp: (event: PointerEvent) => void;
    readonly onPointerCancel: () => void;
  };
}

/** Dragging the edge of a ticket sets its hold, and that of all chosen ones where it is one of them. */
export function useHoldDrag(zoom: number, frameAt: (clientX: number) => number): Grip {
  const [drag, setDrag] = useState<HoldDrag>();
  const holdAt = (entry: ScheduledPose, event: PointerEvent): number => {
    const at = frameAt(event.clientX);
    const playhead = workbench().frame + 1;
    const end = !event.altKey && Math.abs(at - playhead) * zoom < CATCH ? playhead : Math.round(at);
    return Math.min(LONGEST_HOLD, Math.max(1, end - entry.start));
  };
  const end = (): void => setDrag(undefined);
  return {
    drag,
    start: (event, entry) => {
      if (event.button !== 0) return;
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      const { chosen } = workbench();
      setDrag({ entry, hold: entry.pose.hold, poses: chosen.has(entry.pose.id) ? chosen.size : 1 });
    },
    handlers: {
      onPointerMove: (event) => {
        if (drag) setDrag({ ...drag, hold: holdAt(drag.entry, event) });
      },
      onPointerUp: (event) => {
        if (!drag) return;
        const { pose } = drag.entry;
        const hold = holdAt(drag.entry, event);
        if (drag.poses > 1) setHold(hold);
        else if (hold !== pose.hold) setHoldOf(pose.id, hold);
        end();
      },
      onPointerCancel: end,
    },
  };
}
