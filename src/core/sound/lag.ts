/** What fits nearly as well as the best counts as much: a tone fits again one wave further on. */
const AS_GOOD = 0.98;
/** Sounds are the same where they are alike to this degree, of 1. */
const ALIKE = 0.5;

/**
 * How much later a sound is heard in `heard` than in `meant`, in samples, to parts of one: where both are most alike
 * (normalised cross-correlation), and of places that are as good the nearest. `heard` begins `reach` samples earlier, and so far it is
 * looked for to both sides. Undefined where nothing is alike.
 */
export function lagOf(meant: Float32Array, heard: Float32Array, reach: number): number | undefined {
  const { length } = meant;
  let power = 0;
  for (let i = 0; i < length; i++) power += (meant[i] ?? 0) ** 2;
  let heardPower = 0;
  for (let i = 0; i < length; i++) heardPower += (heard[i] ?? 0) ** 2;
  const fits: number[] = [];
  for (let from = 0; from <= 2 * reach; from++) {
    let sum = 0;
    for (let i = 0; i < length; i++) sum += (meant[i] ?? 0) * (heard[i + from] ?? 0);
    fits.push(sum / Math.sqrt(Math.max(1e-12, power * heardPower)));
    heardPower += (heard[from + length] ?? 0) ** 2 - (heard[from] ?? 0) ** 2;
  }
  const best = Math.max(...fits);
  if (best < ALIKE) return undefined;
  const isPeak = (i: number): boolean =>
    (fits[i] ?? 0) >= best * AS_GOOD &&
    (fits[i] ?? 0) >= (fits[i - 1] ?? 0) &&
    (fits[i] ?? 0) >= (fits[i + 1] ?? 0);
  const peaks = fits.flatMap((_, i) => (isPeak(i) ? [i] : []));
  const peak = peaks.reduce(
    (near, i) => (Math.abs(i - reach) < Math.abs(near - reach) ? i : near),
    fits.indexOf(best),
  );
  const [before = 0, here = 0, behind = 0] = [fits[peak - 1], fits[peak], fits[peak + 1]];
  const bend = before - 2 * here + behind;
  return peak - reach + (bend < 0 ? (before - behind) / (2 * bend) : 0);
}
