import { useEffect, useState } from 'react';
import { printKind } from '../../core/print/print-kinds';
import { rateNumber } from '../../core/time/rate';
import type { FinishedPrint } from '../../engine/browser/store/print-repository';
import { fileOfPrint } from '../../state/print/finished-prints';
import { EmptyStage } from '../empty-stage';
import styles from './print.module.css';
import { Screening } from './screening';

/** The address of a print's file, as long as it is shown; undefined until it is there, or where it is not kept. */
function useFileUrl(print: FinishedPrint): string | undefined {
  const [url, setUrl] = useState<string>();
  const { id, isKept } = print;
  const { mediaType } = printKind(print.settings.kind);
  useEffect(() => {
    if (!isKept) return;
    let address: string | undefined;
    let gone = false;
    fileOfPrint(id).then(
      (file) => {
        if (gone) return;
        address = URL.createObjectURL(file.slice(0, file.size, mediaType));
        setUrl(address);
      },
      () => undefined,
    );
    return () => {
      gone = true;
      if (address !== undefined) URL.revokeObjectURL(address);
    };
  }, [id, isKept, mediaType]);
  return url;
}

/** Whether a finished print can be seen or heard here. */
export const isShowable = ({ isKept, settings }: FinishedPrint): boolean =>
  isKept && printKind(settings.kind).makes !== 'stills';

/** A finished print as it will be seen or heard. */
export function PrintShow({ print }: { readonly print: FinishedPrint }) {
  const url = useFileUrl(print);
  const facts = printKind(print.settings.kind);
  const label = `Print ${print.fileName}`;
  if (!print.isKept)
    return (
      <EmptyStage
        heading={print.fileName}
        words="It was saved to the disk and checked there. Open it where you put it."
      />
    );
  if (facts.makes === 'stills')
    return (
      <EmptyStage heading={print.fileName} words="Single frames. Save them to the disk to look at them." />
    );
  if (url === undefined) return <div className={styles.screen} />;
  if (facts.makes === 'loop')
    return (
      <div className={styles.looped}>
        <img src={url} alt={label} data-testid="proof" />
      </div>
    );
  return (
    <Screening key={url} url={url} label={label} picture={print.picture} rate={rateNumber(print.rate)} />
  );
}
