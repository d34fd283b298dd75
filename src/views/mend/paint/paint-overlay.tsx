import {
  useEffect,
  useEffectEvent,
  useRef,
  type KeyboardEvent,
  type PointerEvent,
  type RefObject,
} from 'react';
import { MOST_STROKE_NUMBERS } from '../../../core/film/bounds';
import type { Film } from '../../../core/film/film';
import type { FoundArea } from '../../../core/mend/paint/found-areas';
import { mapped } from '../../../core/picture/affine';
import { simplifiedTo } from '../../../core/picture/paint/simplify';
import { PLACE, type StrokePath } from '../../../core/picture/paint/stroke';
import type { Rect } from '../../../core/picture/size';
import { deleteStrokes, moveStrokes, strokeAt } from '../../../state/mend/paint/change-strokes';
import { layStroke } from '../../../state/mend/paint/lay-stroke';
import { BRUSH_SIZE, chooseStrokes, setPaint, SOFTNESS, usePaint } from '../../../state/mend/paint/paint';
import { paintedIn } from '../../../state/mend/paint/painted-in';
import { paintedPhoto, type PaintedPhoto } from '../../../state/mend/paint/painted-photo';
import { useTransport } from '../../../state/transport/transport';
import mend from '../mend.module.css';
import { moveRing, PenRing } from '../pen-ring';
import { PenSheet, type PenPlace, type SizeDrag } from '../pen-sheet';
import { LiveStroke } from './live-stroke';
import styles from './paint.module.css';
import { StrokeOutlines } from './stroke-outlines';

interface PaintOverlayProps {
  readonly film: Film;
  /** The picture's canvas. */
  readonly canvasRef: RefObject<HTMLCanvasElement | null>;
  /** Where the picture lies on it, in its pixels. */
  readonly area: Rect;
  /** Changes when the picture was drawn anew. */
  readonly drawn: number;
}

/** What a pointer that is down does. */
type Hold =
  /** Places on the screen, and the same as parts of the photo: the picture may come to lie elsewhere meanwhile. */
  | {
      readonly does: 'paint';
      readonly places: PenPlace[];
      readonly told: number[];
      /** So many places stay as the hand went; from the last of them it goes straight. */
      straightFrom: number | undefined;
    }
  /** A drag of the chosen strokes: the place where it began, and where the pointer is now. */
  | { readonly does: 'move'; readonly photoId: string; readonly from: HeldPlace; to: HeldPlace };

/** A place on the screen, and the same as parts of the photo. */
interface HeldPlace {
  readonly place: PenPlace;
  readonly told: readonly [right: number, down: number];
}

/** What is left out of a way that was drawn lies no further from it, in pixels of the screen. */
const TOLERANCE = 0.35;
/** Times as wide for each pixel that a brush is dragged, and per cent as soft. */
const WIDER = 1.01;
const SOFTER = 0.5;

const MOVES: Readonly<Record<string, readonly [right: number, down: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Numbers of places need no more digits than this: a thousandth of a pixel of the largest photos. */
const rounded = (value: number): number => Math.round(value * 1e6) / 1e6;

const NO_AREAS: readonly FoundArea[] = [];

/** What lies on the picture while it is painted on: the brush, and what it has just gone over. */
export function PaintOverlay({ film, canvasRef, area, drawn }: PaintOverlayProps) {
  const frame = useTransport((state) => state.frame);
  const { source, shape, snaps, size, softness, choosing, chosen, waiting, found } = usePaint();
  const here = paintedPhoto(film, frame);
  const areas = found && found.photoId === here?.photo.id ? found.areas : NO_AREAS;
  const canvas = useRef<HTMLCanvasElement>(null);
  const ring = useRef<HTMLDivElement>(null);
  const moved = useRef<SVGSVGElement>(null);
  const live = useRef<LiveStroke>(undefined);
  const hold = useRef<Hold>(undefined);
  /** The brush as it was when it began to be dragged to another size. */
  const sized = useRef({ size, softness });
  /** How often the picture was drawn when the last stroke was kept; what was drawn live stays until it is drawn again. */
  const keptAt = useRef<number>(undefined);
  // It stands in the window of the film only.
  const ratio = devicePixelRatio;
  // How wide the brush is, in pixels of the canvas.
  const diameter = (size / 100) * (here?.longer ?? 1) * area.width;

  /** Ends what the pointer does; nothing comes of it. */
  const letGo = (): void => {
    hold.current = undefined;
    moved.current?.style.removeProperty('translate');
  };

  const open = useEffectEvent(() => {
    const { width = 1, height = 1 } = canvasRef.current ?? {};
    if (!canvas.current) return;
    live.current ??= new LiveStroke(canvas.current);
    live.current.open({ width, height }, area);
    // A stroke that is just drawn goes on, and so does one that is moved, while its photo is there.
    if (hold.current?.does === 'move' && hold.current.photoId !== here?.photo.id) letGo();
    keptAt.current = undefined;
  });
  const fetch = useEffectEvent(async (signal: AbortSignal) => {
    if (choosing) return;
    // No finer than it is shown, and no finer than the film.
    const scale = Math.min(1, film.settings.width / area.width);
    const at = { width: Math.round(area.width * scale), height: Math.round(area.height * scale) };
    const picture = await paintedIn(film, frame, source, at);
    if (!signal.aborted) live.current?.setBehind(picture);
    picture?.close();
  });
  const photoId = here?.photo.id;
  const plateId = here?.scene.plate?.photoId;
  useEffect(() => {
    open();
    const controller = new AbortController();
    fetch(controller.signal).catch(() => undefined);
    return () => controller.abort();
  }, [area, frame, photoId, plateId, source, choosing]);
  useEffect(() => {
    if (waiting > 0 || hold.current?.does === 'paint') return;
    if (keptAt.current !== undefined && keptAt.current === drawn) return;
    live.current?.clear();
    keptAt.current = undefined;
  }, [drawn, waiting]);

  const inPhoto = ({ x, y }: PenPlace, { toPhoto }: PaintedPhoto): readonly [number, number] =>
    mapped(toPhoto, (x - area.x) / area.width, (y - area.y) / area.height);

  const begin = (place: PenPlace, event: PointerEvent): void => {
    if (choosing) beginMoving(event, place);
    else if (here) {
      const told = toldPlace(place, here);
      hold.current = { does: 'paint', places: [place], told, straightFrom: undefined };
      if (shape === 'brush') live.current?.brush(place, place, diameter, softness / SOFTNESS.most);
      if (event.shiftKey) goStraight(hold.current);
    }
  };

  const beginMoving = (event: PointerEvent, place: PenPlace): void => {
    if (!here) return;
    const hit = strokeAt(here.strokes, ...inPhoto(place, here));
    if (!hit) return chooseStrokes([]);
    if (event.shiftKey)
      chooseStrokes(chosen.has(hit.id) ? [...chosen].filter((id) => id !== hit.id) : [...chosen, hit.id]);
    else if (!chosen.has(hit.id)) chooseStrokes([hit.id]);
    const from = { place, told: inPhoto(place, here) };
    hold.current = { does: 'move', photoId: here.photo.id, from, to: from };
  };

  const go = (places: readonly PenPlace[], event: PointerEvent): void => {
    const held = hold.current;
    const place = places.at(-1);
    if (!held || !place) return;
    if (held.does === 'paint') return paintOn(held, places, event);
    if (!here) return;
    held.to = { place, told: inPhoto(place, here) };
    const [right, down] = [place.x - held.from.place.x, place.y - held.from.place.y];
    moved.current?.style.setProperty('translate', `${right / ratio}px ${down / ratio}px`);
  };

  const dragSize = ({ right, down }: SizeDrag): void => {
    const wider = sized.current.size * WIDER ** right;
    const softer = sized.current.softness - SOFTER * down;
    setPaint({
      size: rounded(Math.min(BRUSH_SIZE.most, Math.max(BRUSH_SIZE.least, wider))),
      softness: Math.round(Math.min(SOFTNESS.most, Math.max(SOFTNESS.least, softer))),
    });
  };

  /** From where the hand is a line goes straight. */
  const goStraight = (held: Extract<Hold, { does: 'paint' }>): void => {
    if (held.straightFrom !== undefined) return;
    held.straightFrom = held.places.length;
    live.current?.hold();
  };

  const paintOn = (
    held: Extract<Hold, { does: 'paint' }>,
    places: readonly PenPlace[],
    event: PointerEvent,
  ): void => {
    for (const place of places) {
      if (event.shiftKey) goStraight(held);
      if (held.straightFrom !== undefined) {
        held.places.length = held.straightFrom;
        held.told.length = held.straightFrom * PLACE;
        live.current?.goBack();
      }
      const last = held.places.at(-1) as PenPlace;
      if (shape === 'brush') live.current?.brush(last, place, diameter, softness / SOFTNESS.most);
      held.places.push(place);
      if (here) held.told.push(...toldPlace(place, here));
    }
    if (shape !== 'brush') live.current?.outline(held.places, ratio);
  };

  const end = (): void => {
    const held = hold.current;
    letGo();
    if (!held || !here) return;
    if (held.does === 'move') {
      const { from, to } = held;
      const way = Math.hypot(to.place.x - from.place.x, to.place.y - from.place.y);
      if (way > 2 * ratio) void moveStrokes(to.told[0] - from.told[0], to.told[1] - from.told[1]);
    } else keep(held.told, here);
  };

  /** A place in parts of the photo, as far outside as it may be. */
  const toldPlace = (place: PenPlace, on: PaintedPhoto): number[] => {
    const [x, y] = inPhoto(place, on).map((each) => Math.min(3, Math.max(-2, each)));
    return [x as number, y as number, place.pressure];
  };

  const keep = (told: readonly number[], on: PaintedPhoto): void => {
    const { file } = on.recipe;
    // Pixels of the canvas that the photo's sides take.
    const scale = (on.longer * area.width) / Math.max(file.width, file.height);
    const sides = [file.width * scale, file.height * scale, 1];
    const inPixels = told.map((each, i) => each * (sides[i % 3] as number));
    const points = simplifiedTo(inPixels, TOLERANCE * ratio, MOST_STROKE_NUMBERS).map((each, i) =>
      rounded(each / (sides[i % 3] as number)),
    );
    const path: StrokePath = { shape, points, size: size / 100, softness: softness / SOFTNESS.most };
    void layStroke(path, snaps).then((kept) => {
      if (kept) keptAt.current = drawn;
      else if (hold.current === undefined) live.current?.clear();
    });
  };

  const keys = (event: KeyboardEvent): void => {
    if (!choosing || event.altKey || event.ctrlKey || event.metaKey) return;
    const move = MOVES[event.key];
    const step = (event.shiftKey ? 10 : 1) / (film.settings.width || 1);
    if (event.key === 'Delete' || event.key === 'Backspace') deleteStrokes();
    else if (move && chosen.size > 0) void moveStrokes(move[0] * step, move[1] * step);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <div className={mend.overlay}>
      <canvas ref={canvas} className={styles.live} aria-hidden data-testid="painted-live" />
      {here && (
        <StrokeOutlines svgRef={moved} here={here} chosen={chosen} area={area} ratio={ratio} areas={areas} />
      )}
      <PenSheet
        choosing={choosing}
        label={
          choosing
            ? 'Picture: choose strokes. Arrows move them by a pixel, with Shift by ten; Delete deletes them.'
            : 'Picture: paint on it with a mouse, a pen or a finger.'
        }
        onBegin={begin}
        onGo={go}
        onEnd={end}
        onDrop={() => {
          live.current?.clear();
          letGo();
        }}
        onHover={(place, { pointerType }) =>
          moveRing(ring.current, choosing ? undefined : place, pointerType)
        }
        onSizeBegin={() => {
          sized.current = { size, softness };
        }}
        onSize={dragSize}
        onKeyDown={keys}
      />
      <PenRing
        ringRef={ring}
        wide={(shape === 'brush' ? diameter : 0) / ratio}
        soft={softness / SOFTNESS.most}
      />
    </div>
  );
}
