import type { Film } from '../../core/film/film';
import type { CameraMoveRun } from '../../core/film/camera-move-run';
import { cropOf } from '../../core/film/crop-of';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { cropAtFrame, type Crop } from '../../core/picture/crop';
import { useTransport } from '../../state/transport/transport';
import styles from './frame-overlay.module.css';

/** A rectangle of the screen, in CSS pixels. */
export type Box = Readonly<Record<'left' | 'top' | 'width' | 'height', number>>;

interface MoveWayProps {
  readonly film: Film;
  /** As it is, also while an end of it is dragged. */
  readonly move: CameraMoveRun;
  readonly boxOf: (crop: Crop) => Box;
}

const middle = ({ left, top, width, height }: Box): readonly [x: number, y: number] => [
  left + width / 2,
  top + height / 2,
];

/** The way of a camera move between the middles of both its ends, and what it shows at the playhead. */
export function MoveWay({ film, move, boxOf }: MoveWayProps) {
  const frame = useTransport((state) => state.frame);
  const here = poseAt(scheduleOf(film), frame);
  if (!here) return null;
  const { pose, start } = here;
  const isOnIt = pose.cameraMove && move.poseIds.includes(pose.id);
  const shown = isOnIt
    ? cropAtFrame({ ...pose.cameraMove, from: move.from, to: move.to }, frame - start, pose.hold)
    : cropOf(film, pose, frame - start);
  const now = boxOf(shown);
  const [[x1, y1], [x2, y2]] = [middle(boxOf(move.from)), middle(boxOf(move.to))];
  const [x, y] = middle(now);
  return (
    <>
      <div className={styles.now} style={now} aria-hidden />
      <svg className={styles.way} aria-hidden>
        <line {...{ x1, y1, x2, y2 }} />
        <circle cx={x} cy={y} r={5} />
      </svg>
    </>
  );
}
