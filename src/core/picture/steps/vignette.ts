import { vignetteStops, type VignetteValue } from '../colour/vignette';
import { FIELD_STOP, fieldPlain, fieldVector, type FieldAt } from './light-field';
import type { StepKind } from './step-kind';

/** A vignette of a picture of a shape: its width by its height. */
export interface ShapedVignette extends VignetteValue {
  readonly shape: number;
}

/** The same for each channel. */
function fieldOf(value: ShapedVignette): FieldAt {
  const stopsAt = vignetteStops(value, value.shape);
  let field = 0;
  return (x, y, c) => {
    if (c === 0) field = Math.round(stopsAt(x, y) * FIELD_STOP);
    return field;
  };
}

/** Darker, or lighter, towards the edges. */
export const vignette: StepKind<ShapedVignette> = {
  plain: (tile, value) => fieldPlain(tile, fieldOf(value)),
  vector: (tile, value, code) => fieldVector(tile, fieldOf(value), code),
};
