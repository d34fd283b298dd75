import { useGesture } from '@use-gesture/react';
import { useRef, type KeyboardEvent } from 'react';
import { MOVE_ENDS, type MoveEnd } from '../../core/film/camera-move-run';
import { boundedCrop, closeness, cropRect, type Crop } from '../../core/picture/crop';
import type { Rect, Size } from '../../core/picture/size';
import { useFilm } from '../../state/document/document';
import {
  chooseMoveEnd,
  cropInScope,
  dragCrop,
  dropCrop,
  moveInScope,
  nudgeCrop,
  setCrop,
} from '../../state/mend/frame-pictures';
import { useMend } from '../../state/mend/mend';
import { useSelection } from '../../state/selection/selection';
import { useTransport } from '../../state/transport/transport';
import styles from './frame-overlay.module.css';
import { GuideLines } from './guide-lines';
import { MoveWay, type Box } from './move-way';

interface FrameOverlayProps {
  /** Where the whole picture lies, in pixels of the screen. */
  readonly area: Rect;
}

const CORNERS = [
  ['top left', -1, -1],
  ['top right', 1, -1],
  ['bottom left', -1, 1],
  ['bottom right', 1, 1],
] as const;

const MOVES: Readonly<Record<string, readonly [right: number, down: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
/** Times as large with a key. */
const A_KEY = 1.01;

const END_WORDS: Readonly<Record<MoveEnd, string>> = { from: 'Start', to: 'End' };

/** Accessible name of a frame; `end` is the end of a camera move that it stands for. */
function frameLabel(end: MoveEnd | undefined, crop: Crop, size: Size): string {
  const { x, y } = cropRect(crop, size);
  const place = `${Math.round(x)} from the left, ${Math.round(y)} from the top`;
  const what = end ? `${END_WORDS[end]} of the move` : 'Crop';
  return `${what}, ${closeness(crop)} %, ${place}. Arrows move it, + and − zoom.`;
}

/**
 * The crop on the picture, dragged and sized by its corners; for a camera move, the crops of both ends and the way
 * between.
 */
export function FrameOverlay({ area }: FrameOverlayProps) {
  // As it is framed: what is shown is all of it.
  const film = useFilm();
  const { frameScope, guides, dragged, moveEnd } = useMend();
  useSelection((state) => state.chosen);
  useTransport((state) => state.frame);
  if (!film) return null;
  const crop = dragged ?? cropInScope(film, frameScope);
  const { width, height } = film.settings;
  const scale = area.width / devicePixelRatio / width;
  const [left, top] = [area.x / devicePixelRatio, area.y / devicePixelRatio];
  const boxOf = (shown: Crop): Box => {
    const { x, y, width: wide, height: high } = cropRect(shown, film.settings);
    return { left: left + x * scale, top: top + y * scale, width: wide * scale, height: high * scale };
  };
  const box = boxOf(crop);
  const set = moveInScope(film, frameScope);
  const move = set && { ...set, [moveEnd]: crop };
  const frames = move ? MOVE_ENDS.map((end) => ({ end, crop: move[end] })) : [{ end: undefined, crop }];

  const keys = (event: KeyboardEvent): void => {
    const [right, down] = MOVES[event.key] ?? [0, 0];
    const step = event.shiftKey ? 10 : 1;
    if (right !== 0 || down !== 0) nudgeCrop(right * step, down * step);
    else if (event.key === '+') nudgeCrop(0, 0, 1 / A_KEY);
    else if (event.key === '-') nudgeCrop(0, 0, A_KEY);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  /** A crop that is moved by a way on the screen, or sized by a corner while the opposite one stays. */
  const changed = (
    { x, y, size }: Crop,
    [right, down]: readonly [number, number],
    corner?: readonly [number, number],
  ): Crop => {
    const [across, along] = [right / scale / width, down / scale / height];
    if (!corner) return { x: x + across, y: y + along, size };
    // As far as the hand goes along the diagonal.
    const grown = boundedCrop({ x, y, size: size + (corner[0] * across + corner[1] * along) / 2 }).size;
    const by = (grown - size) / 2;
    return { x: x + corner[0] * by, y: y + corner[1] * by, size: grown };
  };

  return (
    <div className={styles.overlay}>
      {move ? (
        <MoveWay film={film} move={move} boxOf={boxOf} />
      ) : (
        <div className={styles.shade} style={box} aria-hidden />
      )}
      {frames.map(({ end, crop: shown }) => {
        const take = (): void => {
          if (end) chooseMoveEnd(end);
        };
        return (
          <Handle
            key={end ?? 'frame'}
            className={end === undefined || end === moveEnd ? styles.frame : styles.otherFrame}
            // The smaller one lies on top: each can be taken.
            style={{
              ...boxOf(shown),
              zIndex: move && shown.size <= Math.min(move.from.size, move.to.size) ? 1 : 0,
            }}
            label={frameLabel(end, shown, film.settings)}
            words={end && END_WORDS[end]}
            onTake={take}
            onKeyDown={keys}
            crop={shown}
            make={(start, way) => changed(start, way)}
          />
        );
      })}
      <GuideLines guides={guides} box={box} />
      {CORNERS.map(([name, right, down]) => (
        <Handle
          key={name}
          className={styles.corner}
          style={{
            left: box.left + ((1 + right) / 2) * box.width,
            top: box.top + ((1 + down) / 2) * box.height,
          }}
          label={`Corner of the crop, ${name}`}
          onKeyDown={keys}
          crop={crop}
          make={(start, way) => changed(start, way, [right, down])}
        />
      ))}
    </div>
  );
}

interface HandleProps {
  readonly className: string | undefined;
  readonly style: Readonly<Record<string, number>>;
  readonly label: string;
  /** Written on it. */
  readonly words?: string | undefined;
  /** It is come to, by hand or by key. */
  readonly onTake?: () => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  readonly crop: Crop;
  /** What becomes of the crop at the start of a drag, by how far the hand went, in CSS pixels. */
  readonly make: (start: Crop, way: readonly [right: number, down: number]) => Crop;
}

function Handle({ className, style, label, words, onTake, onKeyDown, crop, make }: HandleProps) {
  const ref = useRef<HTMLButtonElement>(null);
  useGesture(
    {
      onDrag: ({ movement, memo, first, last, canceled }) => {
        const start = first ? crop : (memo as Crop);
        if (first) onTake?.();
        const next = make(start, movement);
        if (!last) dragCrop(next);
        else if (canceled) dropCrop();
        else setCrop(next);
        return start;
      },
    },
    { target: ref, drag: { filterTaps: true, pointer: { keys: false } } },
  );
  return (
    <button
      ref={ref}
      type="button"
      className={className}
      style={style}
      aria-label={label}
      onFocus={onTake}
      onKeyDown={onKeyDown}
    >
      {words && <span>{words}</span>}
    </button>
  );
}
