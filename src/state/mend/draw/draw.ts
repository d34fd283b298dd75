import { create } from 'zustand';
import type { Amount } from '../../../core/time/amount';

/** What draws, and what works on what is drawn. */
export const DRAW_TOOLS = [
  ...(['pencil', 'brush', 'eraser', 'line'] as const),
  ...(['ellipse', 'fill', 'pick', 'lasso'] as const),
] as const;
export type DrawTool = (typeof DRAW_TOOLS)[number];

/** Pixels of the film. */
export const LINE_WIDTH: Amount = { label: 'Width', unit: 'px', least: 0.5, most: 400, neutral: 8 };
export const MARK_OPACITY: Amount = { label: 'Opacity', unit: '%', least: 1, most: 100, neutral: 100 };
/** Gaps in lines that a fill does not go through. */
export const FILL_GAP: Amount = { label: 'Gap width', unit: 'px', least: 0, most: 60, neutral: 4 };
/** Of how many poses before and after this one the drawings are seen, too. */
export const GHOSTS: Amount = { label: 'Ghosts', unit: 'poses', least: 0, most: 5, neutral: 1 };

interface Draw {
  readonly tool: DrawTool;
  /** What was drawn with before a colour was picked, or something erased. */
  readonly lastTool: DrawTool;
  /** sRGB as `#rrggbb`. */
  readonly colour: string;
  /** Colours that were drawn with, the latest first. */
  readonly colours: readonly string[];
  readonly opacity: number;
  readonly width: number;
  readonly eraserWidth: number;
  /** Ellipses are filled, not drawn around. */
  readonly filled: boolean;
  readonly gap: number;
  /** The layer that is drawn on; the uppermost where it is not in the film. */
  readonly layerId: string | undefined;
  /** Marks that the lasso chose, by id. */
  readonly chosen: ReadonlySet<string>;
  readonly ghostsBefore: number;
  readonly ghostsAfter: number;
}

/** How a hand draws now. */
export const useDraw = create<Draw>(() => ({
  tool: 'brush',
  lastTool: 'brush',
  colour: '#f2c14e',
  colours: ['#f2c14e', '#c23a2b', '#1c6269', '#fbf6ea', '#2a2320'],
  opacity: MARK_OPACITY.neutral,
  width: LINE_WIDTH.neutral,
  eraserWidth: 5 * LINE_WIDTH.neutral,
  filled: false,
  gap: FILL_GAP.neutral,
  layerId: undefined,
  chosen: new Set(),
  ghostsBefore: 1,
  ghostsAfter: 0,
}));

export const setDraw = useDraw.setState;
export const drawNow = useDraw.getState;

/** Takes a tool into the hand; what the lasso chose is let go. */
export const setDrawTool = (tool: DrawTool): void =>
  setDraw(({ tool: now, lastTool }) => ({
    tool,
    // Neither is drawn with.
    lastTool: now === 'pick' || now === 'eraser' ? lastTool : now,
    ...(tool !== 'lasso' && { chosen: new Set<string>() }),
  }));

const MOST_COLOURS = 8;

/** Says that a colour was drawn with. */
export const rememberColour = (colour: string): void =>
  setDraw(({ colours }) => ({
    colours: [colour, ...colours.filter((each) => each !== colour)].slice(0, MOST_COLOURS),
  }));

/** The width of what the tool draws, or erases. */
export const toolWidth = ({ tool, width, eraserWidth }: Draw): number =>
  tool === 'eraser' ? eraserWidth : width;

/** Sets that width, within what it may be. */
export function setToolWidth(wanted: number): void {
  const width = Math.round(Math.min(LINE_WIDTH.most, Math.max(LINE_WIDTH.least, wanted)) * 10) / 10;
  setDraw(drawNow().tool === 'eraser' ? { eraserWidth: width } : { width });
}

/** A line so many times as wide. */
export const widenLine = (times: number): void => setToolWidth(toolWidth(drawNow()) * times);

/** Chooses marks, in place of those that were chosen. */
export const chooseMarks = (ids: Iterable<string>): void => setDraw({ chosen: new Set(ids) });
