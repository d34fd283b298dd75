import { create } from 'zustand';
import type { StrokeShape } from '../../../core/picture/paint/stroke';
import type { FoundArea } from '../../../core/mend/paint/found-areas';
import type { Amount } from '../../../core/time/amount';

/** What strokes paint in: the scene's clean plate, the photo of the pose before or after, what is beside the stroke, or the photo itself again. */
export const PAINT_SOURCES = ['plate', 'before', 'after', 'around', 'photo'] as const;
export type PaintSource = (typeof PAINT_SOURCES)[number];

/** How wide the brush is, of the picture's longer side. */
export const BRUSH_SIZE: Amount = { label: 'Size %', unit: '%', least: 0.05, most: 33.4, neutral: 4 };
/** The part of the brush, or around an outline, that fades. */
export const SOFTNESS: Amount = { label: 'Softness %', unit: '%', least: 0, most: 100, neutral: 30 };

/** To how many photos after this one strokes are carried on. */
export const CARRY: Amount = { label: 'Photos', unit: 'photos', least: 1, most: 500, neutral: 20 };

interface Paint {
  readonly source: PaintSource;
  /** What was painted in before the photo was painted back. */
  readonly lastSource: PaintSource;
  readonly shape: StrokeShape;
  /** Whether outlines that are drawn come to lie on edges of the picture near them. */
  readonly snaps: boolean;
  /** Per cent, within `BRUSH_SIZE` and `SOFTNESS`. */
  readonly size: number;
  readonly softness: number;
  /** Whether strokes are chosen on the picture, instead of painted. */
  readonly choosing: boolean;
  /** Strokes that are chosen, by id. */
  readonly chosen: ReadonlySet<string>;
  /** What a photo shows that its plate does not, as it was looked for last. */
  readonly found: { readonly photoId: string; readonly areas: readonly FoundArea[] } | undefined;
  /** To how many photos strokes are carried on. */
  readonly carryTo: number;
  /** Strokes that were drawn and for which light is still looked for. */
  readonly waiting: number;
}

/** How a hand paints now. */
export const usePaint = create<Paint>(() => ({
  source: 'plate',
  lastSource: 'plate',
  shape: 'brush',
  snaps: false,
  size: BRUSH_SIZE.neutral,
  softness: SOFTNESS.neutral,
  choosing: false,
  chosen: new Set(),
  found: undefined,
  carryTo: CARRY.neutral,
  waiting: 0,
}));

export const setPaint = usePaint.setState;
export const paintNow = usePaint.getState;

const within = ({ least, most }: Amount, value: number): number =>
  Math.round(Math.min(most, Math.max(least, value)) * 1000) / 1000;

/** A brush so many times as wide. */
export const widenBrush = (times: number): void =>
  setPaint(({ size }) => ({ size: within(BRUSH_SIZE, size * times) }));

/** A brush that is softer by so many per cent. */
export const softenBrush = (by: number): void =>
  setPaint(({ softness }) => ({ softness: within(SOFTNESS, softness + by) }));

/** Sets what is painted in. */
export const setSource = (source: PaintSource): void =>
  setPaint(({ lastSource }) => ({ source, lastSource: source === 'photo' ? lastSource : source }));

/** Paints the photo back, or again what was painted in before. */
export const toggleBack = (): void => {
  const { source, lastSource } = paintNow();
  setPaint({ source: source === 'photo' ? lastSource : 'photo' });
};

/** Chooses strokes, in place of those that were chosen. */
export const chooseStrokes = (ids: Iterable<string>): void => setPaint({ chosen: new Set(ids) });
