import type { Mark } from '../picture/drawn/mark';
import type { Amount } from '../time/amount';

/** A sheet that lies over the film. What is drawn on it belongs to poses. */
export interface Layer {
  readonly id: string;
  readonly name: string;
  /** Kept, but not shown. */
  readonly off?: true | undefined;
  /** Per cent; all of it where nothing is said. */
  readonly opacity?: number | undefined;
  /** It stays where it is on the screen, however the picture under it is framed. */
  readonly stays?: true | undefined;
}

/** What is drawn on a layer for a pose, or for several that name it. */
export interface Drawing {
  readonly id: string;
  readonly layerId: string;
  /** The film's picture when it was begun, in pixels: its places are pixels of that. */
  readonly width: number;
  readonly height: number;
  /** From the lowest. */
  readonly marks: readonly Mark[];
}

export const LAYER_OPACITY: Amount = { label: 'Layer opacity', unit: '%', least: 0, most: 100, neutral: 100 };

/** What a film may have of layers and drawings, and a drawing of marks. */
export const MOST_LAYERS = 50;
export const MOST_DRAWINGS = 50_000;
export const MOST_MARKS = 2000;

/** What a film has of drawings before any was made. */
export const NOTHING_DRAWN = { layers: [], drawings: [] } as const satisfies {
  readonly layers: readonly Layer[];
  readonly drawings: readonly Drawing[];
};
