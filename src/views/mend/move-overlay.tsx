import { useGesture } from '@use-gesture/react';
import { useRef, useState, type KeyboardEvent, type MouseEvent } from 'react';
import { WHOLE } from '../../core/picture/crop';
import { cropOf } from '../../core/film/crop-of';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import type { Rect } from '../../core/picture/size';
import { useFilm } from '../../state/document/document';
import { dropNudge, nudgePhotos, tryNudge } from '../../state/mend/move-photos';
import { useMend } from '../../state/mend/mend';
import { pointAt, stopPointing } from '../../state/mend/point-photos';
import { useTransport } from '../../state/transport/transport';
import styles from './move-overlay.module.css';

interface MoveOverlayProps {
  /** Where the picture lies, in pixels of the screen. */
  readonly area: Rect;
}

const MOVES: Readonly<Record<string, readonly [right: number, down: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** A place of the picture on the screen, in CSS pixels from its corner. */
interface Spot {
  readonly x: number;
  readonly y: number;
}

/** What lies on the picture while it is steadied: dragged it moves the photo; or the same point is clicked in photo after photo. */
export function MoveOverlay({ area }: MoveOverlayProps) {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  const pointing = useMend((state) => state.pointing);
  const ref = useRef<HTMLButtonElement>(null);
  const [spot, setSpot] = useState<Spot>();
  const here = film && poseAt(scheduleOf(film), frame);
  // CSS pixels of the screen that a pixel of the film takes, as closely as it is framed and looked at.
  const { size, x: middleX, y: middleY } = (film && here && cropOf(film, here.pose)) ?? WHOLE;
  const [width, height] = [film?.settings.width ?? 1, film?.settings.height ?? 1];
  const scale = area.width / devicePixelRatio / width / size;
  const box = {
    left: area.x / devicePixelRatio,
    top: area.y / devicePixelRatio,
    width: area.width / devicePixelRatio,
    height: area.height / devicePixelRatio,
  };
  const corner = { x: (middleX - size / 2) * width, y: (middleY - size / 2) * height };
  const inFilm = ({ x, y }: Spot): Spot => ({ x: corner.x + x / scale, y: corner.y + y / scale });
  const onScreen = ({ x, y }: Spot): Spot => ({ x: (x - corner.x) * scale, y: (y - corner.y) * scale });

  useGesture(
    {
      onDrag: ({ xy: [x, y], initial: [fromX, fromY], last, canceled, tap }) => {
        if (tap || pointing) return;
        // The photo stays under the hand, from where it took hold.
        const by = { right: (x - fromX) / scale, down: (y - fromY) / scale };
        if (!last) tryNudge(by);
        else if (canceled) dropNudge();
        else nudgePhotos(by);
      },
    },
    { target: ref, drag: { filterTaps: true, pointer: { keys: false } } },
  );

  const click = (event: MouseEvent<HTMLButtonElement>): void => {
    const rect = event.currentTarget.getBoundingClientRect();
    if (pointing) pointAt(inFilm({ x: event.clientX - rect.left, y: event.clientY - rect.top }));
  };

  /** While points are clicked, keys move a cross to where Enter clicks; else they move the photo. */
  const keys = (event: KeyboardEvent): void => {
    const [right, down] = MOVES[event.key] ?? [0, 0];
    const moves = right !== 0 || down !== 0;
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    if (pointing) {
      const from = spot ?? { x: box.width / 2, y: box.height / 2 };
      const step = event.shiftKey ? 1 : 10;
      if (moves) setSpot({ x: from.x + right * step, y: from.y + down * step });
      else if (event.key === 'Enter') pointAt(inFilm(from));
      else if (event.key === 'Escape') stopPointing();
      else return;
    } else {
      const step = event.shiftKey ? 0.1 : 1;
      if (!moves) return;
      nudgePhotos({ right: right * step, down: down * step });
    }
    event.preventDefault();
    event.stopPropagation();
  };

  const cross = pointing?.to && onScreen(pointing.to);
  const label = pointing
    ? 'Click the same point in photo after photo. Arrows move the cross, Enter clicks, Escape ends it.'
    : 'The photo, to be dragged. Arrows move it by a pixel of the film, with Shift by a tenth.';
  return (
    <div className={styles.overlay}>
      <button
        ref={ref}
        type="button"
        className={styles.sheet}
        data-pointing={pointing !== undefined || undefined}
        style={box}
        aria-label={label}
        onClick={click}
        onKeyDown={keys}
        onBlur={() => setSpot(undefined)}
      >
        {cross && <i className={styles.cross} style={{ left: cross.x, top: cross.y }} aria-hidden />}
        {pointing && spot && (
          <i className={styles.cross} data-of="keys" style={{ left: spot.x, top: spot.y }} aria-hidden />
        )}
      </button>
    </div>
  );
}
