import { useEffect, useState, type RefObject } from 'react';

/** Height in CSS pixels of what tells that there is more below: large enough for a finger. */
const MIN_COVER = 26;
/** Less than this, in CSS pixels, is no row. */
const SLACK = 4;
/** Higher than this, in CSS pixels, is more than one row: its lines count by themselves. */
const HIGHEST = 76;
const ROWS =
  'button, input, select, textarea, label, li, p, span, h2, h3, dt, dd, video, audio, [role=progressbar]';

/**
 * How much of the foot of a scrolled column has to be covered so that no row is cut through: 0 where all of it is in sight,
 * in CSS pixels.
 */
function coverOf(column: HTMLElement): number {
  if (column.scrollHeight - column.scrollTop - column.clientHeight < SLACK) return 0;
  const bottom = column.getBoundingClientRect().top + column.clientTop + column.clientHeight;
  const rows = [...column.querySelectorAll(ROWS)]
    .map((row) => row.getBoundingClientRect())
    .filter(({ height }) => height > 0);
  // Only the padding under the last row is out of sight.
  if (!rows.some(({ bottom: end }) => end > bottom)) return 0;
  const cut = rows.filter(
    ({ top, bottom: end, height }) => height <= HIGHEST && top < bottom && end > bottom - MIN_COVER,
  );
  return Math.min(
    column.clientHeight / 2,
    cut.reduce((most, { top }) => Math.max(most, bottom - top + 2), MIN_COVER),
  );
}

/** How much of a column's foot has to be covered, followed as it is scrolled and as what is in it changes. */
export function useRowsBelow(
  column: RefObject<HTMLElement | null>,
  content: RefObject<HTMLElement | null>,
): number {
  const [cover, setCover] = useState(0);
  useEffect(() => {
    const element = column.current;
    const inner = content.current;
    if (!element || !inner) return undefined;
    const measure = (): void => setCover(coverOf(element));
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    observer.observe(inner);
    element.addEventListener('scroll', measure, { passive: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', measure);
    };
  }, [column, content]);
  return cover;
}
