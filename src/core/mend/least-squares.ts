/**
 * The numbers x for which A·x comes closest to b, by weighted least squares with a little ridge: normal equations, solved by
 * Cholesky's decomposition.
 */
export class LeastSquares {
  readonly #normal: Float64Array;
  readonly #right: Float64Array;

  /** `ridge` keeps each number near zero: as one measurement of weight one would that says so. */
  constructor(
    readonly size: number,
    ridge: readonly number[],
  ) {
    this.#normal = new Float64Array(size * size);
    this.#right = new Float64Array(size);
    for (let i = 0; i < size; i++) this.#normal[i * size + i] = ridge[i] ?? 0;
  }

  /** A measurement: `size` numbers from a place of `rows` on, what they should give, and how much it counts. */
  add(rows: Float64Array, at: number, value: number, weight: number): void {
    this.addRow(rows, at, weight);
    this.addValue(rows, at, value, weight);
  }

  /** The numbers of a measurement without what they should give. */
  addRow(rows: Float64Array, at: number, weight: number): void {
    const n = this.size;
    const normal = this.#normal;
    for (let i = 0, to = 0; i < n; i++, to += n - i) {
      const weighted = weight * (rows[at + i] as number);
      for (let j = 0; j <= i; j++, to++)
        normal[to] = (normal[to] as number) + weighted * (rows[at + j] as number);
    }
  }

  /** What the numbers of a measurement should give, without these. */
  addValue(rows: Float64Array, at: number, value: number, weight: number): void {
    const n = this.size;
    const right = this.#right;
    const weighted = weight * value;
    for (let i = 0; i < n; i++) right[i] = (right[i] as number) + weighted * (rows[at + i] as number);
  }

  /** The solution; undefined where what was added does not settle it. */
  solve(): number[] | undefined {
    const n = this.size;
    const lower = this.#normal.slice();
    const at = (i: number, j: number): number => lower[i * n + j] as number;
    for (let i = 0; i < n; i++) {
      for (let j = 0; j <= i; j++) {
        let sum = at(i, j);
        for (let k = 0; k < j; k++) sum -= at(i, k) * at(j, k);
        if (i === j && sum <= 1e-12) return undefined;
        lower[i * n + j] = i === j ? Math.sqrt(sum) : sum / at(j, j);
      }
    }
    const x = [...this.#right];
    for (let i = 0; i < n; i++) {
      for (let k = 0; k < i; k++) x[i] = (x[i] as number) - at(i, k) * (x[k] as number);
      x[i] = (x[i] as number) / at(i, i);
    }
    for (let i = n - 1; i >= 0; i--) {
      for (let k = i + 1; k < n; k++) x[i] = (x[i] as number) - at(k, i) * (x[k] as number);
      x[i] = (x[i] as number) / at(i, i);
    }
    return x;
  }
}
