import { scaleLinear } from 'd3-scale';
import { area } from 'd3-shape';
import { BINS, useSeenColours } from '../../state/mend/seen-colours';
import styles from './histogram.module.css';

const WIDTH = 240;
const HEIGHT = 70;
const CHANNELS = ['red', 'green', 'blue'] as const;

const percent = (part: number): string => `${(100 * part).toFixed(part > 0 && part < 0.1 ? 1 : 0)} %`;

/** How often each value is seen in red, green and blue of the picture as it is shown. */
export function Histogram() {
  const { counts, black, white } = useSeenColours();
  // A flat background would press all else to the ground.
  const most = Math.max(1, ...(counts?.flatMap((bins) => bins.slice(1, -1)) ?? []));
  const x = scaleLinear([0, BINS - 1], [0, WIDTH]);
  const y = scaleLinear([0, Math.sqrt(most)], [HEIGHT, 0]).clamp(true);
  const shape = area<number>()
    .x((_, i) => x(i))
    .y0(HEIGHT)
    .y1((count) => y(Math.sqrt(count)));
  const words = `Histogram of the picture shown: ${percent(black)} black in a channel, ${percent(white)} white.`;
  return (
    <figure className={styles.histogram}>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" role="img" aria-label={words}>
        {counts?.map((bins, c) => (
          <path key={CHANNELS[c]} data-of={CHANNELS[c]} d={shape(bins) ?? undefined} />
        ))}
      </svg>
      <figcaption data-testid="clipped">
        <span>black {percent(black)}</span> <span>white {percent(white)}</span>
      </figcaption>
    </figure>
  );
}
