import Trash2 from 'lucide-react/icons/trash';
import { type Beats } from '../../core/sound/beats/beats';
import { Button, IconButton } from '../../kit/button';
import { addTempoHere, removeTempo } from '../../state/sound/beats';
import { seconds } from './seconds';
import styles from './sound.module.css';

interface TempoMapProps {
  readonly beats: Beats;
  readonly current: number;
  readonly disabled: boolean;
}

/** The tempos of a music and where each begins. */
export function TempoMap({ beats, current, disabled }: TempoMapProps) {
  return (
    <>
      {beats.steps.length > 1 && (
        <ul className={styles.tempos} aria-label="Tempos">
          {beats.steps.map(({ at, tempo }, i) => (
            <li key={at} aria-current={i === current ? 'true' : undefined}>
              <span>
                from {seconds(at)}: {tempo}
              </span>
              {i > 0 && (
                <IconButton
                  label={`Delete the tempo from ${seconds(at)}`}
                  disabled={disabled}
                  onClick={() => removeTempo(i)}
                >
                  <Trash2 size={14} aria-hidden />
                </IconButton>
              )}
            </li>
          ))}
        </ul>
      )}
      <Button disabled={disabled} onClick={addTempoHere}>
        Another tempo from here on
      </Button>
    </>
  );
}
