import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { isHeard } from '../../core/mix/mix-plan';
import { formatLength, formatSize } from '../../core/time/format';
import { frameToSeconds } from '../../core/time/frames';
import { rateText } from '../../core/time/rate';
import { pictureBits, printKind, soundBits, type PrintKind } from '../../engine/browser/print/print-kinds';
import styles from './print.module.css';

interface PrintSummaryProps {
  readonly film: Film;
  readonly kind: PrintKind;
  readonly span: Span;
}

/** How long a print would be, how large its pictures, and how large its file at most. */
export function PrintSummary({ film, kind, span }: PrintSummaryProps) {
  const { rate, width, height } = film.settings;
  const frames = span.to - span.from;
  const sounds = isHeard(film, span);
  const facts = printKind(kind);
  const heard = soundBits(facts);
  const bits = pictureBits(facts, film.settings, rate) + (sounds ? heard : 0);
  const bytes = (bits / 8) * frameToSeconds(frames, rate);
  return (
    <p className={styles.summary}>
      {formatLength(frames, rate)}
      <br />
      {facts.makes === 'video' ? (
        <>
          {rateText(rate)} frames a second, {width} × {height}
        </>
      ) : (
        '48 kHz, left and right'
      )}
      <br />
      {frames > 0 &&
        `at most about ${formatSize(bytes)}, ${sounds ? `with sound at ${heard / 1000} kbit/s` : 'no sound'}`}
    </p>
  );
}
