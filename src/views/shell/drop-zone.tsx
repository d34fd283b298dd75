import { useEffect, useState } from 'react';
import { filesOfDrop } from '../../engine/browser/photos/files-of';
import { withFilmParts } from '../fetch-film-parts';
import styles from './shell.module.css';

const carriesFiles = (event: DragEvent): boolean => event.dataTransfer?.types.includes('Files') ?? false;

/** Takes files and folders dropped anywhere in the window. */
export function DropZone() {
  const [over, setOver] = useState(false);
  useEffect(() => {
    // Enter and leave come for every element that is crossed.
    let depth = 0;
    const enter = (event: DragEvent): void => {
      if (!carriesFiles(event)) return;
      depth++;
      setOver(true);
    };
    const leave = (event: DragEvent): void => {
      if (!carriesFiles(event)) return;
      depth--;
      if (depth <= 0) setOver(false);
    };
    const allow = (event: DragEvent): void => {
      if (carriesFiles(event)) event.preventDefault();
    };
    const drop = (event: DragEvent): void => {
      depth = 0;
      setOver(false);
      if (!event.dataTransfer || !carriesFiles(event)) return;
      event.preventDefault();
      void filesOfDrop(event.dataTransfer).then(({ files, unread }) => {
        const drawings = files.filter(({ name }) => /\.svg$/i.test(name));
        if (drawings.length > 0) withFilmParts(({ bringSvgIn }) => bringSvgIn(drawings));
        const others = files.filter((file) => !drawings.includes(file));
        if (others.length + unread.length > 0 || drawings.length === 0)
          withFilmParts(({ bringIn }) => bringIn(others, unread));
      });
    };
    addEventListener('dragenter', enter);
    addEventListener('dragleave', leave);
    addEventListener('dragover', allow);
    addEventListener('drop', drop);
    return () => {
      removeEventListener('dragenter', enter);
      removeEventListener('dragleave', leave);
      removeEventListener('dragover', allow);
      removeEventListener('drop', drop);
    };
  }, []);
  return over ? <div className={styles.drop}>Drop to add the files</div> : null;
}
