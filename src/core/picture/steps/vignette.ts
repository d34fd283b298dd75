import { vignetteStops, type VignetteValue } from '../colour/vignette';
import { lightByPlace } from './light-curve';
import type { StepKind } from './step-kind';

/** A vignette of a picture of a shape: its width by its height. */
export interface ShapedVignette extends VignetteValue {
  readonly shape: number;
}

/** Darker, or lighter, towards the edges. */
export const vignette: StepKind<ShapedVignette> = {
  plain: (tile, value) => lightByPlace(tile, vignetteStops(value, value.shape)),
};
