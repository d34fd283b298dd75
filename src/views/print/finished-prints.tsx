import { Download, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { count, formatSize } from '../../core/time/format';
import { Button, IconButton } from '../../kit/button';
import { discardPrint, usePrints } from '../../state/print/print-job';
import styles from './print.module.css';

/** The finished prints, and one of them to be watched. */
export function FinishedPrints() {
  const { prints } = usePrints();
  const [shownId, setShownId] = useState<number>();
  const shown = prints.find((print) => print.id === shownId) ?? prints[0];
  return (
    <section className={styles.proof} aria-label="Finished prints">
      <div className={styles.screen}>
        {shown ? (
          // eslint-disable-next-line jsx-a11y/media-has-caption -- the film's own words are in its sound
          <video
            key={shown.url}
            src={shown.url}
            controls
            aria-label={`Print ${shown.fileName}`}
            data-testid="proof"
          />
        ) : (
          <p>The finished print is shown here. Watch it before you hand it over.</p>
        )}
      </div>
      {prints.length > 0 && (
        <ul className={styles.prints}>
          {prints.map((print) => (
            <li key={print.id}>
              <strong>{print.fileName}</strong>
              <span>
                {count(print.frames, 'frame')}, {print.width} × {print.height}, {formatSize(print.bytes)},
                made in {print.seconds.toFixed(1)} s
              </span>
              <Button pressed={print === shown} onClick={() => setShownId(print.id)}>
                Watch
              </Button>
              <a className={styles.save} href={print.url} download={print.fileName}>
                <Download size={17} aria-hidden /> Save to disk
              </a>
              <IconButton label={`Throw away ${print.fileName}`} onClick={() => discardPrint(print.id)}>
                <Trash2 size={17} aria-hidden />
              </IconButton>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
