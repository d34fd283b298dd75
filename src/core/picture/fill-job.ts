import type { Kernel } from './kernel';
import type { Walk } from './orientation';
import type { I420, Pixels } from './pixels';
import type { Rect } from './placement';

/** What is to be resampled into which part of a frame; the rest of the frame is filled already. */
export interface FillJob {
  /** Opaque pixels as they are stored. */
  readonly pixels: Pixels;
  readonly frame: I420;
  /** Even on all sides. */
  readonly target: Rect;
  /** Where the upright picture is read from in the stored one. */
  readonly walk: Walk;
  readonly across: Kernel;
  readonly down: Kernel;
}
