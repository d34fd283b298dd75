import Printer from 'lucide-react/icons/printer';
import { useState } from 'react';
import type { Film } from '../../core/film/film';
import { formatSize } from '../../core/time/format';
import { Button } from '../../kit/button';
import { useFinishedPrints } from '../../state/print/finished-prints';
import { hasToWait, usePrintQueue } from '../../state/print/print-queue';
import { showSide, useLayout } from '../../state/shell/layout';
import { EmptyStage } from '../empty-stage';
import { FinishedPrintCard } from './finished-print-card';
import { PiecesNote } from './pieces-note';
import styles from './print.module.css';
import { isShowable, PrintShow } from './print-show';
import { QueuedPrintCard } from './queued-print-card';

/** What is being printed, the finished prints, and one of them to be watched. */
export function PrintHall({ film }: { readonly film: Film }) {
  const prints = useFinishedPrints((state) => state.prints);
  const queue = usePrintQueue((state) => state.queue);
  const narrow = useLayout((state) => state.narrow);
  const [shownId, setShownId] = useState<string>();
  const shown = prints.find((print) => print.id === shownId) ?? prints.find(isShowable) ?? prints[0];
  const kept = prints.reduce((sum, { isKept, bytes }) => sum + (isKept ? bytes : 0), 0);
  return (
    <section className={styles.hall} aria-label="Prints">
      {shown ? (
        <PrintShow key={`${shown.id} ${shown.fileName}`} print={shown} />
      ) : (
        <EmptyStage
          heading={hasToWait(queue) ? 'The first print is being made' : 'No print yet'}
          words="Make a file that plays anywhere, and watch it here first."
        >
          {narrow && (
            <Button variant="main" onClick={() => showSide('left')}>
              <Printer size={18} aria-hidden /> Choose the kind of file
            </Button>
          )}
        </EmptyStage>
      )}
      {queue.length + prints.length > 0 && (
        <div className={styles.lists}>
          {queue.length > 0 && (
            <ul className={styles.cards} aria-label="Print queue">
              {queue.map((print) => (
                <QueuedPrintCard key={print.id} print={print} />
              ))}
            </ul>
          )}
          {prints.length > 0 && (
            <ul className={styles.cards} aria-label="Finished prints">
              {prints.map((print) => (
                <FinishedPrintCard
                  key={print.id}
                  print={print}
                  film={film}
                  isShown={print === shown}
                  onShow={() => setShownId(print.id)}
                />
              ))}
            </ul>
          )}
          <PiecesNote prints={prints.length > 0 ? `Finished prints take ${formatSize(kept)}.` : ''} />
        </div>
      )}
    </section>
  );
}
