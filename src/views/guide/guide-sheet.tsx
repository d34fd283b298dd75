import guide from '../../../docs/guide.md?raw';
import { useEffect, useRef } from 'react';
import { Button } from '../../kit/button';
import { Dialog } from '../../kit/dialog';
import { GUIDE_CHAPTERS, openGuide, type GuideChapter } from '../../state/shell/guide';
import { setShell, useShell } from '../../state/shell/shell';
import styles from './guide.module.css';
import { readGuide } from './read-guide';

const PARTS = readGuide(guide);
const CHAPTERS = Object.entries(GUIDE_CHAPTERS) as readonly (readonly [GuideChapter, string])[];

/** The guide, open at the chapter of the place from which it was asked for; all chapters beside it. */
export function GuideSheet({ onClose }: { readonly onClose: () => void }) {
  const chapter = useShell((state) => state.guide);
  const heading = GUIDE_CHAPTERS[chapter];
  const html = PARTS.flatMap(({ chapters }) => chapters).find((each) => each.heading === heading)?.html ?? '';
  const text = useRef<HTMLElement>(null);
  const list = useRef<HTMLElement>(null);
  useEffect(() => {
    text.current?.scrollTo({ top: 0 });
    list.current?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' });
  }, [chapter]);
  const chapterOf = (own: string): GuideChapter => CHAPTERS.find(([, each]) => each === own)?.[0] ?? 'films';
  return (
    <Dialog title="Guide" wide onClose={onClose}>
      <div className={styles.guide}>
        <nav ref={list} aria-label="Chapters" className={styles.chapters}>
          {PARTS.map((part) => (
            <section key={part.heading}>
              <h3>{part.heading}</h3>
              <ul>
                {part.chapters.map((each) => (
                  <li key={each.heading}>
                    <button
                      type="button"
                      aria-current={each.heading === heading ? 'page' : undefined}
                      onClick={() => openGuide(chapterOf(each.heading))}
                    >
                      {each.heading}
                    </button>
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </nav>
        <article ref={text} tabIndex={-1} className={styles.text} aria-label={heading}>
          <h3>{heading}</h3>
          {/* The project’s own text, put in as it is built. */}
          <div dangerouslySetInnerHTML={{ __html: html }} />
          <Button onClick={() => setShell({ sheet: 'keys' })}>All shortcuts</Button>
        </article>
      </div>
    </Dialog>
  );
}
