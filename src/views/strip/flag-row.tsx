import type { PlacedFlag } from '../../core/film/moments';
import { goTo, pause } from '../../state/transport/play';
import { flagWords } from '../flags/flag-words';
import { markOf } from './mark-of';
import styles from './strip.module.css';

/** Flags as bunting over the film; each goes to its frame. */
export function FlagRow({ flags, zoom }: { readonly flags: readonly PlacedFlag[]; readonly zoom: number }) {
  return flags.map((placed) => (
    <button
      key={placed.flag.id}
      type="button"
      className={placed.loose ? `${styles.flag} ${styles.loose}` : styles.flag}
      data-kind={placed.flag.kind}
      style={{ left: markOf(placed.frame, zoom), ['--scene' as string]: `var(--${placed.flag.colour})` }}
      aria-label={`Go to ${flagWords(placed)}`}
      data-tip={flagWords(placed)}
      onClick={() => {
        pause();
        goTo(placed.frame);
      }}
    >
      <span>{placed.flag.label}</span>
    </button>
  ));
}
