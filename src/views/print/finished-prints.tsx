import { Download, Printer, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { count, formatSize } from '../../core/time/format';
import { rateNumber } from '../../core/time/rate';
import { Button, IconButton } from '../../kit/button';
import { discardPrint, usePrints } from '../../state/print/print-job';
import { showSide, useLayout } from '../../state/shell/layout';
import { EmptyStage } from '../empty-stage';
import styles from './print.module.css';
import { Screening } from './screening';

/** The finished prints, and one of them to be watched. */
export function FinishedPrints() {
  const { prints } = usePrints();
  const narrow = useLayout((state) => state.narrow);
  const [shownId, setShownId] = useState<number>();
  const shown = prints.find((print) => print.id === shownId) ?? prints[0];
  return (
    <section className={styles.proof} aria-label="Finished prints">
      {shown?.picture ? (
        <Screening
          key={shown.url}
          url={shown.url}
          label={`Print ${shown.fileName}`}
          picture={shown.picture}
          rate={rateNumber(shown.rate)}
        />
      ) : shown ? (
        <div className={styles.heard}>
          {/* eslint-disable-next-line jsx-a11y/media-has-caption -- it is the film's sound alone, without what is seen */}
          <audio key={shown.url} src={shown.url} controls aria-label={`Print ${shown.fileName}`} />
        </div>
      ) : (
        <EmptyStage
          heading="No print yet"
          words="Here the film becomes a file that plays anywhere; it is shown here, to be watched before you hand it over."
        >
          {narrow && (
            <Button variant="main" onClick={() => showSide('left')}>
              <Printer size={18} aria-hidden /> Choose the kind of file
            </Button>
          )}
        </EmptyStage>
      )}
      {prints.length > 0 && (
        <ul className={styles.prints}>
          {prints.map((print) => (
            <li key={print.id}>
              <strong>{print.fileName}</strong>
              <span>
                {count(print.frames, 'frame')},{' '}
                {print.picture ? `${print.picture.width} × ${print.picture.height}` : 'sound alone'},{' '}
                {formatSize(print.bytes)}, made in {print.seconds.toFixed(1)} s
              </span>
              <Button pressed={print === shown} onClick={() => setShownId(print.id)}>
                {print.picture ? 'Watch' : 'Listen'}
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
