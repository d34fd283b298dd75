import { mapped, type Affine } from '../affine';
import { BACKING_TERMS, type Backing } from './key-cut';

/** Fills in the terms of a field at a place, in parts of the upright photo. */
export function backingTerms(u: number, v: number, terms: Float64Array): void {
  const [x, y] = [2 * u - 1, 2 * v - 1];
  terms[0] = 1;
  terms[1] = x;
  terms[2] = y;
  terms[3] = x * x;
  terms[4] = x * y;
  terms[5] = y * y;
  terms[6] = x * x * x;
  terms[7] = x * x * y;
  terms[8] = x * y * y;
  terms[9] = y * y * y;
}

const CHANNELS = ['red', 'green', 'blue'] as const;

/** No backing is as dark as black: what is measured against it would be endless. */
const DARKEST = 1e-4;

/** The backing at places of a row, in light: three numbers each. */
export class BackingField {
  readonly #fields: readonly (readonly number[])[];
  readonly #toPhoto: Affine;
  readonly #terms = new Float64Array(BACKING_TERMS);

  /** `toPhoto` leads from the places that are asked for to parts of the upright photo. */
  constructor(backing: Backing, toPhoto: Affine) {
    this.#fields = CHANNELS.map((channel) => backing[channel]);
    this.#toPhoto = toPhoto;
  }

  at(x: number, y: number, out: Float64Array | Float32Array, to = 0): void {
    const [u, v] = mapped(this.#toPhoto, x, y);
    backingTerms(u, v, this.#terms);
    for (let c = 0; c < 3; c++) {
      const field = this.#fields[c] as readonly number[];
      let sum = 0;
      for (let i = 0; i < field.length; i++) sum += (field[i] as number) * (this.#terms[i] as number);
      out[to + c] = Math.max(DARKEST, sum);
    }
  }
}
