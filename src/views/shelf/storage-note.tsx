import { useEffect, useState } from 'react';
import { formatSize } from '../../core/time/format';
import { findUnused, unusedWords, type Unfree, type Unused } from '../../engine/browser/store/free-unused';
import { storageUse } from '../../engine/browser/store/storage-room';
import { Button } from '../../kit/button';
import styles from './shelf.module.css';

/** How much the browser keeps for Kermis, and what of it no film uses. */
export function StorageNote({ onFree }: { readonly onFree: () => void }) {
  const [use, setUse] = useState<{ used: number; free: number }>();
  const [unused, setUnused] = useState<Unused | Unfree>();
  useEffect(() => {
    let gone = false;
    void storageUse().then((found) => gone || setUse(found));
    findUnused().then(
      (found) => gone || setUnused(found),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, []);
  if (!use) return null;
  const found = typeof unused === 'object' && unusedWords(unused) !== '' ? unused : undefined;
  return (
    <section className={styles.storage} aria-label="Storage">
      <p>
        About {formatSize(use.used)} saved in this browser; it has room for {formatSize(use.free)} more.
        {found && ` ${formatSize(found.bytes)} of it are ${unusedWords(found)} that no film uses any more.`}
        {unused === 'in-use' && ' Close the other tab to free unused photos.'}
      </p>
      {found && <Button onClick={onFree}>Free {formatSize(found.bytes)}</Button>}
    </section>
  );
}
