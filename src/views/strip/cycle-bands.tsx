import { WAY_WORDS } from '../../core/edits/collections';
import type { Cycle, Film } from '../../core/film/film';
import type { Schedule } from '../../core/film/schedule';
import { chooseCycle } from '../../state/poses/cycles';
import styles from './strip.module.css';

/** Passes narrower than this, in pixels, get no mark of their own. */
const OWN_MARK = 6;

/** What stands on it: how often, which way, and whether it goes round within another. */
const cycleWords = ({ times, way }: Cycle, depth: number): string =>
  `${times} × ${WAY_WORDS[way]}${depth > 0 ? ', in a cycle' : ''}`;

interface BandsProps {
  readonly film: Film;
  readonly plan: Schedule;
  readonly zoom: number;
}

/** Cycles under their poses, as a rope that is knotted between passes. Those within others hang below them. */
export function CycleBands({ film, plan, zoom }: BandsProps) {
  return plan.cycles.map(({ cycle, start, end, passFrames, depth }) => (
    <button
      key={cycle.id}
      type="button"
      className={styles.cycle}
      data-depth={Math.min(depth, 2)}
      style={{
        left: start * zoom,
        width: (end - start) * zoom,
        ['--pass' as string]: passFrames * zoom >= OWN_MARK ? `${passFrames * zoom}px` : '100%',
      }}
      aria-label={`Choose the cycle ${cycleWords(cycle, depth)}`}
      onClick={() => chooseCycle(film, cycle.id)}
    >
      <span>{cycleWords(cycle, depth)}</span>
    </button>
  ));
}
