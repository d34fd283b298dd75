import type { Size } from '../../core/picture/size';
import { useGuides } from '../../state/shoot/guides';
import styles from './shoot.module.css';

/**
 * Safe parts of a picture of 16:9, of its width and of its height: what happens within 93 %, what is read within 90 % (SMPTE ST 2046-1; from
 * memory).
 */
const SAFE = [0.93, 0.9] as const;
const THIRDS = [1 / 3, 2 / 3] as const;
/** Lines by which a horizon or an upright is judged. */
const LEVELS = [1, 2, 3, 4, 5].map((i) => i / 6);

/** Lines over the film's picture, and what is around its part of another shape dimmed. */
export function GuideLayer({ width, height }: Size) {
  const { thirds, centre, safe, level, shape } = useGuides();
  const across = (y: number) => <path key={`y${y}`} d={`M0,${y * height}H${width}`} />;
  const down = (x: number) => <path key={`x${x}`} d={`M${x * width},0V${height}`} />;
  const [wide, high] =
    shape === undefined
      ? [width, height]
      : [Math.min(width, height * shape), Math.min(height, width / shape)];
  const [left, top] = [(width - wide) / 2, (height - high) / 2];
  return (
    <svg className={styles.guides} viewBox={`0 0 ${width} ${height}`} preserveAspectRatio="none" aria-hidden>
      {shape !== undefined && (
        <path
          className={styles.dimmed}
          fillRule="evenodd"
          d={`M0,0H${width}V${height}H0Z M${left},${top}h${wide}v${high}h${-wide}Z`}
        />
      )}
      {thirds && <g data-testid="thirds">{[...THIRDS.map(across), ...THIRDS.map(down)]}</g>}
      {level && <g className={styles.fine}>{[...LEVELS.map(across), ...LEVELS.map(down)]}</g>}
      {centre && (
        <path
          d={`M${width * 0.47},${height / 2}H${width * 0.53} M${width / 2},${height * 0.46}V${height * 0.54}`}
        />
      )}
      {safe &&
        SAFE.map((part) => (
          <rect
            key={part}
            x={(width * (1 - part)) / 2}
            y={(height * (1 - part)) / 2}
            width={width * part}
            height={height * part}
          />
        ))}
    </svg>
  );
}
