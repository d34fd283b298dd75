import { useRef, useState, type MouseEvent, type PointerEvent, type SyntheticEvent } from 'react';
import { poseAt, type Schedule, type ScheduledPose } from '../../core/film/schedule';
import { choosePose } from '../../state/selection/choose';
import { selectionNow } from '../../state/selection/selection';

/** The pose that is meant, and where in the window the pointer is. */
export interface MeantPose {
  readonly entry: ScheduledPose;
  readonly clientX: number;
  readonly clientY: number;
}

interface RunChoice {
  /** The pose under the pointer, where tickets are too narrow to be told apart. */
  readonly meant: MeantPose | undefined;
  /** For what lies around the band of tickets: they come first. */
  readonly handlers: {
    readonly onPointerDownCapture: (event: PointerEvent) => void;
    readonly onMouseDownCapture: (event: SyntheticEvent) => void;
    readonly onTouchStartCapture: (event: SyntheticEvent) => void;
    readonly onPointerMove: (event: PointerEvent) => void;
    readonly onPointerUp: () => void;
    readonly onPointerCancel: () => void;
    readonly onPointerLeave: () => void;
    readonly onClickCapture: (event: MouseEvent) => void;
  };
}

/** Less than so many pixels is a click. */
const DRAGGED = 5;

/**
 * Where tickets are too narrow to be grabbed, dragging over them chooses a run of poses, and the pose under the pointer is told. Poses
 * that are chosen already are dragged as ever.
 */
export function useRunChoice(
  plan: Schedule | undefined,
  isNarrow: boolean,
  frameAt: (clientX: number) => number,
): RunChoice {
  const [meant, setMeant] = useState<MeantPose>();
  const began = useRef<{ readonly poseId: string; readonly clientX: number }>(undefined);
  const hasDrawn = useRef(false);
  const entryAt = (clientX: number): ScheduledPose | undefined =>
    plan && plan.frames > 0
      ? poseAt(plan, Math.min(plan.frames - 1, Math.max(0, Math.floor(frameAt(clientX)))))
      : undefined;
  const keepFromPoses = (event: SyntheticEvent): void => {
    if (began.current) event.stopPropagation();
  };
  const letGo = (): void => {
    began.current = undefined;
  };
  return {
    meant: isNarrow ? meant : undefined,
    handlers: {
      onPointerDownCapture: (event) => {
        hasDrawn.current = false;
        // Two fingers come closer: they choose nothing.
        if (!event.isPrimary) return letGo();
        const entry = isNarrow && event.button === 0 ? entryAt(event.clientX) : undefined;
        if (!entry || event.shiftKey || event.ctrlKey || selectionNow().chosen.has(entry.pose.id)) return;
        began.current = { poseId: entry.pose.id, clientX: event.clientX };
      },
      onMouseDownCapture: keepFromPoses,
      onTouchStartCapture: keepFromPoses,
      onPointerMove: ({ clientX, clientY, currentTarget, pointerId }) => {
        if (!isNarrow) return;
        const entry = entryAt(clientX);
        setMeant(entry && { entry, clientX, clientY });
        if (!began.current || !entry) return;
        if (!hasDrawn.current && Math.abs(clientX - began.current.clientX) < DRAGGED) return;
        // Not before: a click would go to what holds the pointer.
        if (!hasDrawn.current) currentTarget.setPointerCapture(pointerId);
        hasDrawn.current = true;
        choosePose(began.current.poseId, 'only');
        choosePose(entry.pose.id, 'range');
      },
      onPointerUp: letGo,
      onPointerCancel: letGo,
      onPointerLeave: () => setMeant(undefined),
      // A run that was drawn is no click on its end.
      onClickCapture: (event) => {
        if (hasDrawn.current) event.stopPropagation();
        hasDrawn.current = false;
      },
    },
  };
}
