import { vignetteStops, type VignetteValue } from '../colour/vignette';
import { byPlacePlain, byPlaceVector } from './light-curve';
import type { StepKind } from './step-kind';

/** A vignette of a picture of a shape: its width by its height. */
export interface ShapedVignette extends VignetteValue {
  readonly shape: number;
}

/** Darker, or lighter, towards the edges. */
export const vignette: StepKind<ShapedVignette> = {
  plain: (tile, value) => byPlacePlain(tile, vignetteStops(value, value.shape)),
  vector: (tile, value, code) => byPlaceVector(tile, vignetteStops(value, value.shape), code),
};
