import { useGesture } from '@use-gesture/react';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useRef, useState, type KeyboardEvent } from 'react';
import type { ColourStep } from '../../core/picture/colour/colour-steps';
import {
  CURVE_POINTS,
  CURVE_STEP,
  curveThrough,
  STRAIGHT,
  type CurvePoint,
} from '../../core/picture/colour/curve-line';
import { CURVE_NAMES, type CurveName } from '../../core/picture/colour/curves';
import { Tabs } from '../../kit/tabs';
import { setCurve, tryCurve } from '../../state/mend/looks';
import styles from './curve-editor.module.css';

interface CurveEditorProps {
  readonly step: ColourStep & { readonly kind: 'curves' };
  readonly off: boolean;
}

const SIDE = 220;
/** Points along which a curve is drawn. */
const DRAWN = 56;
const WORDS: Readonly<Record<CurveName, string>> = { all: 'All', red: 'Red', green: 'Green', blue: 'Blue' };
const x = scaleLinear([0, 1], [0, SIDE]);
const y = scaleLinear([0, 1], [SIDE, 0]);

const within = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

/** A curve with one of its points elsewhere, between its neighbours: it does not fold back. */
function moved(points: readonly CurvePoint[], at: number, to: CurvePoint): readonly CurvePoint[] {
  const [before, after] = [points[at - 1], points[at + 1]];
  const place = {
    x: within(to.x, before ? before.x + CURVE_STEP : 0, after ? after.x - CURVE_STEP : 1),
    y: within(to.y, 0, 1),
  };
  return points.map((point, i) => (i === at ? place : point));
}

/** A curve with a point more; the same where there is no room for it. */
function withPoint(points: readonly CurvePoint[], point: CurvePoint): readonly CurvePoint[] {
  const isTaken = points.some((each) => Math.abs(each.x - point.x) < 2 * CURVE_STEP);
  if (points.length >= CURVE_POINTS.most || isTaken) return points;
  return [...points, point].sort((a, b) => a.x - b.x);
}

/** Curves of values, with points that are dragged: one for all channels and one for each. */
export function CurveEditor({ step, off }: CurveEditorProps) {
  const [name, setName] = useState<CurveName>('all');
  const [dragged, setDragged] = useState<readonly CurvePoint[]>();
  const points = dragged ?? step.value[name] ?? STRAIGHT;
  const sheet = useRef<SVGSVGElement>(null);
  const through = curveThrough(points);
  const drawn = Array.from({ length: DRAWN + 1 }, (_, i) => i / DRAWN);
  const draw = line<number>()
    .x((at) => x(at))
    .y((at) => y(within(through(at), 0, 1)));
  const commit = (next: readonly CurvePoint[]): void => {
    setDragged(undefined);
    setCurve(step, name, next);
  };
  /** Where a place of the screen is on the sheet. */
  const placeOf = (left: number, top: number): CurvePoint => {
    const box = sheet.current?.getBoundingClientRect();
    return box
      ? { x: within((left - box.left) / box.width, 0, 1), y: within(1 - (top - box.top) / box.height, 0, 1) }
      : { x: 0, y: 0 };
  };
  return (
    <div className={styles.editor} data-of={name}>
      <Tabs
        label="Which curve"
        tabs={CURVE_NAMES.map((each) => [each, WORDS[each]] as const)}
        chosen={name}
        onChoose={setName}
      />
      <div className={styles.sheet}>
        <svg
          ref={sheet}
          viewBox={`0 0 ${SIDE} ${SIDE}`}
          preserveAspectRatio="none"
          aria-hidden
          onClick={(event) => {
            if (off) return;
            const next = withPoint(points, placeOf(event.clientX, event.clientY));
            if (next !== points) commit(next);
          }}
        >
          <path
            className={styles.grid}
            d={`M0 ${SIDE / 2}H${SIDE}M${SIDE / 2} 0V${SIDE}M0 ${SIDE}L${SIDE} 0`}
          />
          <path className={styles.curve} d={draw(drawn) ?? undefined} />
        </svg>
        {points.map((point, i) => (
          <CurveHandle
            key={i}
            label={`Point ${i + 1} of the curve`}
            point={point}
            off={off}
            onDrag={(left, top, isDone) => {
              const next = moved(points, i, placeOf(left, top));
              if (isDone) return commit(next);
              setDragged(next);
              tryCurve(step, name, next);
            }}
            onMove={(right, up) => commit(moved(points, i, { x: point.x + right, y: point.y + up }))}
            onRemove={() => points.length > CURVE_POINTS.least && commit(points.filter((_, k) => k !== i))}
          />
        ))}
      </div>
      <p className={styles.hint}>
        Click to add a point, drag it or move it by arrows; Delete deletes it.
        <button
          type="button"
          disabled={off}
          onClick={() => {
            const widest = points.slice(1).reduce(
              (best, point, i) => {
                const wide = point.x - (points[i]?.x ?? 0);
                return wide > best.wide ? { wide, at: (point.x + (points[i]?.x ?? 0)) / 2 } : best;
              },
              { wide: 0, at: 0.5 },
            );
            const next = withPoint(points, { x: widest.at, y: within(through(widest.at), 0, 1) });
            if (next !== points) commit(next);
          }}
        >
          Add a point
        </button>
      </p>
    </div>
  );
}

interface CurveHandleProps {
  readonly label: string;
  readonly point: CurvePoint;
  readonly off: boolean;
  readonly onDrag: (left: number, top: number, isDone: boolean) => void;
  readonly onMove: (right: number, up: number) => void;
  readonly onRemove: () => void;
}

const KEYS: Readonly<Record<string, readonly [right: number, up: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
/** A step of a key, as parts of the sheet, and with Shift. */
const KEY_STEP = 1 / 128;
const TIMES = 8;

function CurveHandle({ label, point, off, onDrag, onMove, onRemove }: CurveHandleProps) {
  const ref = useRef<HTMLButtonElement>(null);
  useGesture(
    {
      onDrag: ({ xy: [left, top], last, tap }) => {
        if (!tap && !off) onDrag(left, top, last);
      },
    },
    { target: ref, drag: { filterTaps: true, pointer: { keys: false } } },
  );
  const keys = (event: KeyboardEvent): void => {
    const move = KEYS[event.key];
    if (off || event.altKey || event.ctrlKey || event.metaKey) return;
    const step = KEY_STEP * (event.shiftKey ? TIMES : 1);
    if (move) onMove(move[0] * step, move[1] * step);
    else if (event.key === 'Delete' || event.key === 'Backspace') onRemove();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const value = `${Math.round(point.x * 255)} becomes ${Math.round(point.y * 255)}`;
  return (
    <button
      ref={ref}
      type="button"
      className={styles.point}
      aria-label={`${label}: ${value}`}
      data-tip={value}
      style={{ left: `${point.x * 100}%`, top: `${(1 - point.y) * 100}%` }}
      onKeyDown={keys}
    />
  );
}
