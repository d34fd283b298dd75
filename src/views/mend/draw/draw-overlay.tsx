import { useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';
import type { Film } from '../../../core/film/film';
import { boundsOfMarks } from '../../../core/mend/draw/marks-at';
import { chained, inverse, mapped, scaling, type Affine } from '../../../core/picture/affine';
import { MARK_BOUNDS, markNumber, type MarkShape } from '../../../core/picture/drawn/mark';
import { simplifiedTo } from '../../../core/picture/paint/simplify';
import type { Rect } from '../../../core/picture/size';
import {
  rememberColour,
  setDraw,
  setDrawTool,
  setToolWidth,
  toolWidth,
  useDraw,
  type DrawTool,
} from '../../../state/mend/draw/draw';
import {
  chooseMarkAt,
  colourChosen,
  deleteChosen,
  drawMark,
  fillAt,
  lassoMarks,
  mapChosen,
  markOf,
  eraseMarks,
  turnedAbout,
} from '../../../state/mend/draw/draw-marks';
import { drawnPose } from '../../../state/mend/draw/drawn-pose';
import { useTransport } from '../../../state/transport/transport';
import mend from '../mend.module.css';
import { canvasColour } from '../canvas-colour';
import { moveRing, PenRing } from '../pen-ring';
import { PenSheet, type PenPlace, type SizeDrag } from '../pen-sheet';
import styles from './draw.module.css';
import { Ghosts } from './ghosts';
import { beginWay, endWay, goOn, type HandWay } from './hand-way';
import { DrawnMark } from './drawn-mark';
import { markPath, ringPath } from './mark-path';

interface DrawOverlayProps {
  readonly film: Film;
  /** The picture's canvas. */
  readonly canvasRef: RefObject<HTMLCanvasElement | null>;
  /** Where the picture lies on it, in its pixels. */
  readonly area: Rect;
  /** Changes when the picture was drawn anew. */
  readonly drawn: number;
}

type Place = readonly [x: number, y: number];

/** What a pen that is down does. Places are pixels of the drawing; a mark is drawn for the pose that it was begun on. */
type Hold =
  | { readonly does: 'way'; readonly way: HandWay; readonly frame: number }
  | {
      readonly does: 'shape';
      readonly from: Place;
      to: Place;
      shift: boolean;
      alt: boolean;
      readonly frame: number;
    }
  | { readonly does: 'lasso'; readonly outline: number[]; readonly also: boolean }
  | { readonly does: 'change'; readonly how: Change; readonly from: Place; map: Affine };

/** A mark that was drawn, and how often the picture had been drawn then, at which frame. */
interface Kept {
  readonly path: string;
  readonly colour: string;
  readonly opacity: number;
  readonly drawn: number;
  readonly frame: number;
}

/** What is done with the box around what the lasso chose. */
type Change = 'move' | 'turn' | 'size';

const WORDS: Readonly<Record<DrawTool, string>> = {
  pencil: 'Pencil mark',
  brush: 'Brush stroke',
  eraser: 'Erased',
  line: 'Line',
  ellipse: 'Ellipse',
  fill: 'Area',
  pick: 'Colour',
  lasso: 'Marks',
};

const CHANGED: Readonly<Record<Change, string>> = { move: 'moved', turn: 'turned', size: 'sized' };

/** What is left out of a way lies no further from it: pixels of the drawing, or of the screen where these are larger. */
const TOLERANCE = 0.15;
const SCREEN_TOLERANCE = 0.25;
/** Times as wide for each pixel that a line is dragged wider. */
const WIDER = 1.01;
/** Handles and marks are met from so far away, in pixels of the screen. */
const NEAR = 9;
/** How far above the box its handle for turning stands. */
const ABOVE = 26;

const MOVES: Readonly<Record<string, Place>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

const IDENTITY: Affine = [1, 0, 0, 1, 0, 0];

/** The end of a line, on an eighth of a turn where it should go straight. */
function lineEnd([x0, y0]: Place, [x1, y1]: Place, straight: boolean): Place {
  if (!straight) return [x1, y1];
  const step = Math.PI / 4;
  const angle = Math.round(Math.atan2(y1 - y0, x1 - x0) / step) * step;
  const length = (x1 - x0) * Math.cos(angle) + (y1 - y0) * Math.sin(angle);
  return [x0 + length * Math.cos(angle), y0 + length * Math.sin(angle)];
}

/** An ellipse that fills the box between two places; a circle, or one about the first, where that is meant. */
function ellipsePoints([x0, y0]: Place, [x1, y1]: Place, round: boolean, about: boolean): readonly number[] {
  let [across, down] = [x1 - x0, y1 - y0];
  if (round) {
    const side = Math.max(Math.abs(across), Math.abs(down));
    [across, down] = [Math.sign(across || 1) * side, Math.sign(down || 1) * side];
  }
  const [rx, ry] = about ? [Math.abs(across), Math.abs(down)] : [Math.abs(across) / 2, Math.abs(down) / 2];
  const [x, y] = about ? [x0, y0] : [x0 + across / 2, y0 + down / 2];
  return [x, y, 1, x + rx, y, 1, x, y + ry, 1].map(markNumber);
}

/** Places without those that say little. */
function told(points: readonly number[], tolerance: number, isPressed: boolean): readonly number[] {
  const even = isPressed ? points : points.map((each, i) => (i % 3 === 2 ? 1 : each));
  return simplifiedTo(even, tolerance, MARK_BOUNDS.numbers).map((each, i) =>
    i % 3 === 2 ? Math.round(each * 1000) / 1000 : markNumber(each),
  );
}

/** What lies on the picture while it is drawn on: ghosts, the mark that is just drawn, and what the lasso chose. */
export function DrawOverlay({ film, canvasRef, area, drawn }: DrawOverlayProps) {
  const frame = useTransport((state) => state.frame);
  const draw = useDraw();
  const { tool, colour, opacity, filled, chosen } = draw;
  const here = drawnPose(film, frame, draw.layerId);
  const live = useRef<SVGPathElement>(null);
  const ring = useRef<HTMLDivElement>(null);
  const moved = useRef<SVGGElement>(null);
  const hold = useRef<Hold>(undefined);
  const sized = useRef(0);
  /** What was drawn and is not in the picture yet: until that is drawn again. */
  const [kept, setKept] = useState<readonly Kept[]>([]);
  const ratio = devicePixelRatio;
  const width = toolWidth(draw);

  const isComing = (each: Kept): boolean => each.drawn === drawn && each.frame === frame;
  if (!here) return null;
  const toCanvas: Affine = chained(scaling(area.width, area.height), [1, 0, 0, 1, area.x, area.y]);
  const toScreen: Affine = chained(toCanvas, scaling(1 / ratio, 1 / ratio));
  const onScreen = chained(inverse(here.toDrawing), toScreen);
  const fromCanvas = chained(inverse(toCanvas), here.toDrawing);
  /** Pixels of the drawing for one of the screen. */
  const pixel = 1 / Math.hypot(onScreen[0], onScreen[1]);
  const matrix = (map: Affine): string => `matrix(${map.join(' ')})`;
  const marks = here.marks.filter(({ id }) => chosen.has(id));
  const box = tool === 'lasso' ? boundsOfMarks(marks, onScreen) : undefined;

  const placeIn = ({ x, y }: PenPlace): Place => mapped(fromCanvas, x, y);
  const pressureOf = ({ pressure }: PenPlace, event: PointerEvent): number | undefined =>
    event.pointerType === 'pen' ? pressure : undefined;

  /** What the hand has drawn so far as a shape; undefined where it is none yet. */
  const shapeOf = (held: Hold): MarkShape | undefined => {
    if (held.does === 'shape') {
      const { from, to, shift, alt } = held;
      if (tool === 'ellipse') {
        const points = ellipsePoints(from, to, shift, alt);
        return { kind: 'ellipse', points, width, ...(filled && { filled: true }) };
      }
      const end = lineEnd(from, to, shift);
      return { kind: 'pencil', points: [...from, 1, ...end, 1].map(markNumber), width };
    }
    if (held.does !== 'way') return undefined;
    const tolerance = Math.max(TOLERANCE, SCREEN_TOLERANCE * pixel);
    const kind = tool === 'brush' ? 'brush' : 'pencil';
    return { kind, points: told(held.way.points, tolerance, tool === 'brush'), width };
  };

  const show = (held: Hold): void => {
    if (held.does === 'lasso') live.current?.setAttribute('d', ringPath(held.outline));
    else if (held.does === 'change') moved.current?.setAttribute('transform', matrix(held.map));
    else {
      const shape = shapeOf(held);
      if (shape) live.current?.setAttribute('d', markPath({ id: '', colour, ...shape }));
    }
  };
  const wipe = (): void => {
    live.current?.removeAttribute('d');
    moved.current?.removeAttribute('transform');
  };

  /** What was begun was not meant. */
  const drop = (): void => {
    hold.current = undefined;
    wipe();
  };

  const begin = (place: PenPlace, event: PointerEvent): void => {
    const at = placeIn(place);
    if (tool === 'pick') return pickColour(place);
    if (tool === 'fill')
      return void fillAt((place.x - area.x) / area.width, (place.y - area.y) / area.height);
    if (tool === 'lasso') hold.current = lassoHold(at, place, event);
    else if (tool === 'line' || tool === 'ellipse')
      hold.current = { does: 'shape', from: at, to: at, shift: event.shiftKey, alt: event.altKey, frame };
    else
      hold.current = { does: 'way', way: beginWay(...at, pressureOf(place, event), event.shiftKey), frame };
    show(hold.current);
  };

  const pickColour = ({ x, y }: PenPlace): void => {
    const canvas = canvasRef.current;
    if (!canvas) return;
    const hex = canvasColour(canvas, x, y)
      .map((each) =>
        Math.round(each * 255)
          .toString(16)
          .padStart(2, '0'),
      )
      .join('');
    setDraw({ colour: `#${hex}` });
    rememberColour(`#${hex}`);
    setDrawTool(draw.lastTool);
  };

  /** On what the lasso chose: one of its handles, or within it; elsewhere it is drawn anew. */
  const lassoHold = (at: Place, { x, y }: PenPlace, event: PointerEvent): Hold => {
    const [u, v] = [x / ratio, y / ratio];
    const isNear = (a: number, b: number): boolean => Math.hypot(u - a, v - b) <= NEAR * 1.5;
    if (box && !event.shiftKey) {
      const { x: left, y: top, width: across, height: down } = box;
      const corners = [0, 1].flatMap((i) => [0, 1].map((j): Place => [left + i * across, top + j * down]));
      const how: Change | undefined = isNear(left + across / 2, top - ABOVE)
        ? 'turn'
        : corners.some(([a, b]) => isNear(a, b))
          ? 'size'
          : u >= left - NEAR && u <= left + across + NEAR && v >= top - NEAR && v <= top + down + NEAR
            ? 'move'
            : undefined;
      if (how) return { does: 'change', how, from: at, map: IDENTITY };
    }
    return { does: 'lasso', outline: [...at], also: event.shiftKey };
  };

  /** The middle of what the lasso chose, in pixels of the drawing. */
  const middle = (): Place | undefined => {
    const bounds = boundsOfMarks(marks, IDENTITY);
    return bounds && [bounds.x + bounds.width / 2, bounds.y + bounds.height / 2];
  };

  const changeOf = (how: Change, [x0, y0]: Place, [x1, y1]: Place, event: PointerEvent): Affine => {
    const about = middle();
    if (how === 'move' || !about) return [1, 0, 0, 1, x1 - x0, y1 - y0];
    const [x, y] = about;
    if (how === 'size') {
      const size = Math.hypot(x1 - x, y1 - y) / Math.max(1e-6, Math.hypot(x0 - x, y0 - y));
      return turnedAbout(x, y, 0, Math.min(50, Math.max(0.02, size)));
    }
    const degrees = ((Math.atan2(y1 - y, x1 - x) - Math.atan2(y0 - y, x0 - x)) * 180) / Math.PI;
    return turnedAbout(x, y, event.shiftKey ? Math.round(degrees / 15) * 15 : degrees, 1);
  };

  const go = (places: readonly PenPlace[], event: PointerEvent): void => {
    const held = hold.current;
    const last = places.at(-1);
    if (!held || !last) return;
    if (held.does === 'way')
      for (const place of places) {
        // A straight line from where the hand began to go straight.
        if (event.shiftKey) held.way.straightFrom ??= held.way.points.length;
        goOn(held.way, ...placeIn(place), pressureOf(place, event), width);
      }
    else if (held.does === 'lasso') for (const place of places) held.outline.push(...placeIn(place));
    else if (held.does === 'shape') {
      held.to = placeIn(last);
      held.shift = event.shiftKey;
      held.alt = event.altKey;
    } else held.map = changeOf(held.how, held.from, placeIn(last), event);
    show(held);
  };

  const end = (event: PointerEvent): void => {
    const held = hold.current;
    hold.current = undefined;
    if (!held) return;
    const sheet = event.currentTarget.getBoundingClientRect();
    const at = placeIn({
      ...{ x: (event.clientX - sheet.left) * ratio, y: (event.clientY - sheet.top) * ratio },
      pressure: 1,
    });
    wipe();
    if (held.does === 'change') {
      if (held.map !== IDENTITY) mapChosen(held.map, CHANGED[held.how]);
    } else if (held.does === 'lasso') {
      const isClick = held.outline.length < 6 || spanOf(held.outline) < 3 * pixel;
      if (isClick) chooseMarkAt(...at, 3 * pixel, held.also);
      else lassoMarks(held.outline, held.also);
    } else {
      if (held.does === 'way') endWay(held.way, ...at);
      keep(held);
    }
  };

  const keep = (held: Extract<Hold, { does: 'way' | 'shape' }>): void => {
    const shape = shapeOf(held);
    if (!shape) return;
    if (shape.kind === 'ellipse' && new Set(shape.points).size < 4) return;
    if (tool === 'eraser') {
      if (shape.kind === 'pencil') eraseMarks({ points: shape.points, width }, held.frame);
      return;
    }
    const path = markPath(markOf(shape));
    if (drawMark(shape, WORDS[tool], held.frame))
      setKept((all) => [...all.filter(isComing), { path, colour, opacity, drawn, frame }]);
  };

  const keys = (event: KeyboardEvent): void => {
    if (event.key === 'Escape' && hold.current) {
      drop();
      event.preventDefault();
      event.stopPropagation();
    }
    if (tool !== 'lasso' || event.altKey || event.ctrlKey || event.metaKey) return;
    const about = middle();
    const move = MOVES[event.key];
    const step = event.shiftKey ? 10 : 1;
    if (!about) return;
    if (event.key === 'Delete' || event.key === 'Backspace') deleteChosen();
    else if (move) mapChosen([1, 0, 0, 1, move[0] * step, move[1] * step], 'moved');
    else if (event.key === '.' || event.key === ',')
      mapChosen(turnedAbout(...about, event.key === '.' ? step : -step, 1), 'turned');
    else if (event.key === '+' || event.key === '-')
      mapChosen(turnedAbout(...about, 0, event.key === '+' ? 1.02 : 1 / 1.02), 'sized');
    else if (event.key === 'Enter') colourChosen(colour);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  const hasWidth = tool !== 'fill' && tool !== 'pick' && tool !== 'lasso';

  return (
    <div className={mend.overlay}>
      <svg aria-hidden>
        <Ghosts film={film} here={here.here} toScreen={(map) => matrix(chained(map, toScreen))} />
        <g transform={matrix(onScreen)}>
          {kept.filter(isComing).map((each) => (
            <path key={each.path} d={each.path} fill={each.colour} opacity={each.opacity / 100} />
          ))}
          {tool === 'lasso' && (
            <g ref={moved} className={styles.chosen}>
              {marks.map((mark) => (
                <DrawnMark key={mark.id} mark={mark} />
              ))}
            </g>
          )}
          <path
            ref={live}
            data-testid="mark-live"
            className={tool === 'eraser' ? styles.eraser : tool === 'lasso' ? styles.lasso : undefined}
            fill={colour}
            opacity={tool === 'eraser' || tool === 'lasso' ? 1 : opacity / 100}
          />
        </g>
        {box && <LassoBox box={box} />}
      </svg>
      <PenSheet
        choosing={tool === 'lasso'}
        label={
          tool === 'lasso'
            ? 'Picture: draw around marks. Arrows move, comma and full stop turn, + and − size, Enter colours, Delete deletes.'
            : 'Picture: draw on it with a mouse, a pen or a finger.'
        }
        onBegin={begin}
        onGo={go}
        onEnd={end}
        onDrop={drop}
        onHover={(place, { pointerType }) => moveRing(ring.current, place, pointerType)}
        onSizeBegin={() => {
          sized.current = width;
        }}
        onSize={({ right }: SizeDrag) => setToolWidth(sized.current * WIDER ** right)}
        onKeyDown={keys}
      />
      <PenRing ringRef={ring} wide={hasWidth ? width / pixel : 0} />
    </div>
  );
}

/** How far an outline goes across. */
function spanOf(outline: readonly number[]): number {
  const side = (from: number): number => {
    const all = outline.filter((_, i) => i % 2 === from);
    return Math.max(...all) - Math.min(...all);
  };
  return Math.max(side(0), side(1));
}

/** The box around what the lasso chose, with what sizes and turns it. */
const LassoBox = ({ box: { x, y, width, height } }: { readonly box: Rect }) => (
  <g className={styles.box}>
    <rect x={x} y={y} width={width} height={height} />
    <line x1={x + width / 2} y1={y} x2={x + width / 2} y2={y - ABOVE} />
    <circle cx={x + width / 2} cy={y - ABOVE} r={6} data-testid="turn-handle" />
    {[0, 1].flatMap((i) =>
      [0, 1].map((j) => (
        <rect
          key={`${i}${j}`}
          className={styles.corner}
          x={x + i * width - 5}
          y={y + j * height - 5}
          width={10}
          height={10}
          data-testid="size-handle"
        />
      )),
    )}
  </g>
);
