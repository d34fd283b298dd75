import { useEffect } from 'react';
import { createPortal } from 'react-dom';
import { useFilm } from '../../state/document/document';
import { closePictureWindow, usePictureWindow } from '../../state/picture/picture-window';
import { useTheme, type Theme } from '../../state/shell/theme';
import { Picture } from './picture';
import styles from './picture.module.css';

/** Gives another document the styles of this one. */
function wearStyles({ head }: Document): void {
  const sheets = document.querySelectorAll('link[rel=stylesheet], style');
  head.replaceChildren(...[...sheets].map((sheet) => sheet.cloneNode(true)));
}

function nameDocument(other: Document, title: string, theme: Theme): void {
  other.title = title;
  other.documentElement.lang = 'en';
  other.documentElement.dataset['theme'] = theme;
}

/** The picture in the window of its own, in step with the film; keys pressed there count as they do here. */
export function PictureWindow({ onKey }: { readonly onKey: (event: KeyboardEvent) => void }) {
  const view = usePictureWindow((state) => state.view);
  const title = useFilm()?.title;
  const theme = useTheme();
  useEffect(() => {
    if (!view) return undefined;
    wearStyles(view.document);
    view.addEventListener('keydown', onKey);
    // It cannot be drawn in any more once this page is gone.
    addEventListener('pagehide', closePictureWindow);
    return () => {
      view.removeEventListener('keydown', onKey);
      removeEventListener('pagehide', closePictureWindow);
    };
  }, [view, onKey]);
  useEffect(() => {
    if (view) nameDocument(view.document, `${title ?? 'No film'}: the picture`, theme);
  }, [view, title, theme]);
  return (
    view &&
    createPortal(
      <div className={styles.apart}>
        <Picture apart />
      </div>,
      view.document.body,
    )
  );
}
