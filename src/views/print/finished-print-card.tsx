import Download from 'lucide-react/icons/download';
import Ellipsis from 'lucide-react/icons/ellipsis';
import FileText from 'lucide-react/icons/file-text';
import Pencil from 'lucide-react/icons/pencil';
import Printer from 'lucide-react/icons/printer';
import Trash2 from 'lucide-react/icons/trash';
import { useEffect, useRef, useState } from 'react';
import type { Film } from '../../core/film/film';
import { fileName } from '../../core/formats/file-name';
import { printKind } from '../../core/print/print-kinds';
import { proofText } from '../../core/print/proof';
import { count, formatSize } from '../../core/time/format';
import { err, ok } from '../../core/time/result';
import type { FinishedPrint } from '../../engine/browser/store/print-repository';
import { Button } from '../../kit/button';
import { Menu } from '../../kit/menu';
import { TypedField } from '../../kit/typed-field';
import { deletePrint, fileOfPrint, renamePrint } from '../../state/print/finished-prints';
import { printAgain } from '../../state/print/print-again';
import { handOver } from '../../state/shell/hand-over';
import { tell } from '../../state/shell/shell';
import { isShowable } from './print-show';
import styles from './print.module.css';

/** A small picture of some bytes. */
function Poster({ bytes }: { readonly bytes: Uint8Array<ArrayBuffer> }) {
  const image = useRef<HTMLImageElement>(null);
  useEffect(() => {
    const address = URL.createObjectURL(new Blob([bytes], { type: 'image/jpeg' }));
    if (image.current) image.current.src = address;
    return () => URL.revokeObjectURL(address);
  }, [bytes]);
  return <img ref={image} className={styles.poster} alt="" />;
}

interface FinishedPrintCardProps {
  readonly print: FinishedPrint;
  readonly film: Film;
  readonly isShown: boolean;
  readonly onShow: () => void;
}

const DATE = new Intl.DateTimeFormat('en', { dateStyle: 'medium', timeStyle: 'short' });

/** A finished print: what it is, whether it is as it should be, and what can be done with it. */
export function FinishedPrintCard({ print, film, isShown, onShow }: FinishedPrintCardProps) {
  const [isNaming, setNaming] = useState(false);
  const { picture, proof, isKept } = print;
  const { ending } = printKind(print.settings.kind);
  const save = async (): Promise<void> => {
    try {
      handOver(await fileOfPrint(print.id), print.fileName);
    } catch {
      tell(`The file of ${print.fileName} is gone from this browser. Print it again.`, 'wrong');
    }
  };
  const saveProof = (): void =>
    handOver(
      new Blob([proofText(print.fileName, proof, print.rate, print.frames)], { type: 'text/plain' }),
      `${print.fileName}.txt`,
    );
  const facts = [
    count(print.frames, 'frame'),
    picture ? `${picture.width} × ${picture.height}` : 'sound alone',
    print.bytes > 0 ? formatSize(print.bytes) : 'a folder',
    `made in ${print.seconds.toFixed(1)} s`,
    DATE.format(print.made),
    [print.filmTitle, print.partWords].filter(Boolean).join(', '),
  ];
  return (
    <li className={styles.card}>
      {print.poster ? <Poster bytes={print.poster} /> : <span className={styles.poster} />}
      <div className={styles.words}>
        {isNaming ? (
          <TypedField
            label="Name of this print"
            text={print.fileName}
            parse={(typed) => (/^[\s.]*$/.test(typed) ? err('Type a name.') : ok(fileName(typed, ending)))}
            onCommit={(name) => {
              renamePrint(print, name);
              setNaming(false);
            }}
          />
        ) : (
          <strong>{print.fileName}</strong>
        )}
        <span>{facts.join(', ')}</span>
        <span className={proof.holds ? styles.right : styles.wrong} data-testid="proof-words">
          {proof.words}
        </span>
      </div>
      {isShowable(print) && (
        <Button pressed={isShown} onClick={onShow}>
          {picture ? 'Watch' : 'Listen'}
        </Button>
      )}
      {isKept && (
        <Button variant="main" onClick={() => void save()}>
          <Download size={17} aria-hidden /> Save to disk
        </Button>
      )}
      <Menu
        label={`More for ${print.fileName}`}
        items={[
          {
            label: print.filmId === film.id ? 'Print again' : 'Print again: open its film first',
            icon: <Printer size={16} aria-hidden />,
            off: print.filmId !== film.id,
            run: () => void printAgain(print),
          },
          { label: 'Rename', icon: <Pencil size={16} aria-hidden />, run: () => setNaming(true) },
          {
            label: 'Save the proof as text',
            icon: <FileText size={16} aria-hidden />,
            run: saveProof,
          },
          {
            label: isKept ? 'Delete' : 'Delete from the list',
            icon: <Trash2 size={16} aria-hidden />,
            begins: true,
            run: () => void deletePrint(print),
          },
        ]}
      >
        <Ellipsis size={17} aria-hidden /> More
      </Menu>
    </li>
  );
}
