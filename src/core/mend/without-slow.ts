import { eachChannel, type ChannelChange, type LightChange } from '../picture/steps/light-change';
import { flickerAlone } from './flicker';

/** Gain and curve are counted around a grey of this light: there they do not depend on each other. */
const GREY_BITS = Math.log2(0.18);

const CHANNELS = [0, 1, 2] as const;

/** Gain at the grey, curve, and terms of the field. */
const numbersOf = ({ stops, power, field }: ChannelChange, terms: number): readonly number[] => [
  stops + (power - 1) * GREY_BITS,
  power - 1,
  ...Array.from({ length: terms }, (_, k) => field[k] ?? 0),
];

/**
 * Of what would bring each photo of a run to a reference, in the order of the film, the part that does not change slowly: a dusk
 * is kept. `reach` is how many photos before and behind are looked at.
 */
export function withoutSlow(wanted: readonly LightChange[], reach: number): readonly LightChange[] {
  const terms = Math.max(0, ...wanted.flatMap((change) => change.map(({ field }) => field.length)));
  const flickers = CHANNELS.map((c) => {
    const rows = wanted.map((change) => numbersOf(change[c], terms));
    const columns = Array.from({ length: 2 + terms }, (_, k) =>
      flickerAlone(
        rows.map((row) => row[k] as number),
        reach,
      ),
    );
    return wanted.map((_, i): ChannelChange => {
      const [gain = 0, curve = 0, ...field] = columns.map((column) => column[i] as number);
      return { stops: gain - curve * GREY_BITS, power: 1 + curve, field };
    });
  });
  return wanted.map((change, i) => eachChannel(change, (_, c) => flickers[c]?.[i] as ChannelChange));
}
