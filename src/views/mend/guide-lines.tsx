import type { Guide } from '../../state/mend/mend';
import styles from './guide-lines.module.css';

interface GuideLinesProps {
  readonly guides: readonly Guide[];
  /** Where they lie, in CSS pixels. */
  readonly box: {
    readonly left: number;
    readonly top: number;
    readonly width: number;
    readonly height: number;
  };
}

/** Parts of the picture that no screen cuts off: what happens, and what is to be read (EBU R 95: 3.5 and 5 % at each side). */
const SAFE = [3.5, 5];

/** Lines that help to frame. */
export function GuideLines({ guides, box }: GuideLinesProps) {
  const thirds = [100 / 3, 200 / 3];
  return (
    <svg className={styles.guides} style={box} viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden>
      {guides.includes('thirds') &&
        thirds.map((at) => (
          <path key={at} d={`M ${at} 0 V 100 M 0 ${at} H 100`} vectorEffect="non-scaling-stroke" />
        ))}
      {guides.includes('centre') && <path d="M 50 42 V 58 M 45 50 H 55" vectorEffect="non-scaling-stroke" />}
      {guides.includes('safe') &&
        SAFE.map((at) => (
          <rect
            key={at}
            x={at}
            y={at}
            width={100 - 2 * at}
            height={100 - 2 * at}
            vectorEffect="non-scaling-stroke"
          />
        ))}
    </svg>
  );
}
