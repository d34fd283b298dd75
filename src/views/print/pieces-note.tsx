import { useEffect, useState } from 'react';
import { formatSize } from '../../core/time/format';
import { bytesOfPieces, freePieces } from '../../engine/browser/store/print-pieces';
import { Button } from '../../kit/button';
import { SelectField } from '../../kit/select-field';
import { usePrintQueue } from '../../state/print/print-queue';
import { PIECE_ROOMS, setPiecesRoom, usePrintSettings } from '../../state/print/print-settings';
import styles from './print.module.css';

/** How much room prints take, and what is kept so that the next one goes faster. */
export function PiecesNote({ prints }: { readonly prints: string }) {
  const room = usePrintSettings((state) => state.piecesRoom);
  const isQuiet = usePrintQueue((state) => state.queue.length === 0);
  const [bytes, setBytes] = useState(0);
  const [freed, setFreed] = useState(0);
  useEffect(() => {
    let gone = false;
    bytesOfPieces().then(
      (found) => gone || setBytes(found),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [isQuiet, freed, room]);
  const free = async (most: number): Promise<void> => {
    await freePieces(most);
    setFreed((count) => count + 1);
  };
  return (
    <div className={styles.kept}>
      <span>
        {prints} Reusable parts take {formatSize(bytes)}.
      </span>
      <SelectField
        label="Limit"
        beside
        value={String(room)}
        options={PIECE_ROOMS.map((each) => ({
          value: String(each),
          label: each === 0 ? 'none' : formatSize(each),
        }))}
        onChange={(value) => {
          setPiecesRoom(Number(value));
          void free(Number(value));
        }}
      />
      {bytes > 0 && (
        <Button variant="quiet" onClick={() => void free(0)}>
          Delete them
        </Button>
      )}
    </div>
  );
}
