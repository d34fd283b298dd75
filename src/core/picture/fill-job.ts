import type { Kernel } from './kernel';
import type { Walk } from './orientation';
import type { Colour, I420, Pixels } from './pixels';
import type { Rect } from './size';

/** What is to be resampled into which part of a frame, whose lines above and below are filled already. */
export interface FillJob {
  /** Opaque pixels as they are stored. */
  readonly pixels: Pixels;
  readonly frame: I420;
  /** Even on all sides. */
  readonly target: Rect;
  /** What lies left and right of the target: where colour is halved, it is mixed with what is beside it. */
  readonly background: Colour;
  /** Where the upright picture is read from in the stored one. */
  readonly walk: Walk;
  readonly across: Kernel;
  readonly down: Kernel;
}
