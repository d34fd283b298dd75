import Hand from 'lucide-react/icons/hand';
import { tempoOfTaps } from '../../core/sound/beats/taps';
import { count } from '../../core/time/format';
import { Button } from '../../kit/button';
import { Pair } from '../../kit/pair';
import { takeTaps, tapBeat, useTaps } from '../../state/sound/beats';
import styles from './sound.module.css';

/** Tapping along, and taking what it comes to. */
export function Taps({ disabled }: { readonly disabled: boolean }) {
  const { taps } = useTaps();
  const tapped = tempoOfTaps(taps);
  return (
    <Pair>
      {/* As it is pressed, not as it is let go: that is when a person means the beat. */}
      <Button
        disabled={disabled}
        title="Tap along (N)"
        onPointerDown={(event) => {
          if (event.button === 0) tapBeat();
        }}
        onClick={(event) => {
          if (event.detail === 0) tapBeat();
        }}
      >
        <Hand size={16} aria-hidden /> Tap along
      </Button>
      {tapped ? (
        <Button disabled={disabled} onClick={takeTaps}>
          Use {tapped.tempo}
        </Button>
      ) : (
        <p className={styles.hint} role="status">
          {taps.length > 0 ? count(taps.length, 'tap') : 'or with N, while it plays'}
        </p>
      )}
    </Pair>
  );
}
