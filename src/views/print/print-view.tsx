import { Download, Printer, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { rateText } from '../../core/time/rate';
import { ok } from '../../core/time/result';
import { count, formatLength, formatSize } from '../../core/time/format';
import { frameToSeconds } from '../../core/time/frames';
import { isHeard } from '../../core/mix/mix-plan';
import {
  pictureBits,
  PRINT_KINDS,
  printKind,
  printObstacle,
  type PrintKind,
} from '../../engine/browser/print/print-kinds';
import { Foot } from '../../kit/foot';
import { Button, IconButton } from '../../kit/button';
import { ChoiceCards } from '../../kit/choice-cards';
import { Progress } from '../../kit/progress';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { discardPrint, startPrint, stopPrint, usePrints } from '../../state/print/print-job';
import { useFilm } from '../../state/document/document';
import { FramingChoice } from '../settings/framing-choice';
import { printParts, WHOLE } from './print-parts';
import styles from './print.module.css';

const KINDS = Object.entries(PRINT_KINDS).map(([kind, { label, purpose }]) => ({
  value: kind as PrintKind,
  label,
  words: purpose,
}));

/** Stage Print: what kind of file, under which name; the finished prints. */
export function PrintView() {
  const film = useFilm();
  const { running, problem, prints } = usePrints();
  const [kind, setKind] = useState<PrintKind>('mp4');
  const [part, setPart] = useState(WHOLE);
  const [named, setNamed] = useState<string>();
  const [obstacle, setObstacle] = useState<string>();
  const [shownId, setShownId] = useState<number>();

  useEffect(() => {
    let gone = false;
    if (film)
      void printObstacle(kind, film.settings, film.settings.rate).then((words) => gone || setObstacle(words));
    return () => {
      gone = true;
    };
  }, [film, kind]);

  if (!film) return null;
  const { rate, width, height } = film.settings;
  const parts = printParts(film);
  const { span, words } = parts.find((each) => each.value === part) ?? parts[0];
  const frames = span.to - span.from;
  const name = named ?? (part === WHOLE ? film.title : `${film.title}, ${words}`);
  const sounds = isHeard(film, span);
  const soundBits = printKind(kind).sound.bits;
  const bits = pictureBits(kind, film.settings, rate) + (sounds ? soundBits : 0);
  const bytes = (bits / 8) * frameToSeconds(frames, rate);
  const shown = prints.find((print) => print.id === shownId) ?? prints[0];
  return (
    <div className={styles.print}>
      <section className={styles.form} aria-label="Print settings">
        <h2>A print</h2>
        <SelectField
          label="Of"
          value={part}
          options={parts.map(({ value, label }) => ({ value, label }))}
          onChange={setPart}
          disabled={running !== undefined}
        />
        <TypedField
          label="Name of the file"
          text={name}
          parse={ok}
          onCommit={setNamed}
          disabled={running !== undefined}
        />
        <ChoiceCards
          label="Kind of file"
          value={kind}
          options={KINDS}
          onChange={setKind}
          disabled={running !== undefined}
        />
        <FramingChoice />
        <Foot>
          <p className={styles.summary}>
            {formatLength(frames, rate)}
            <br />
            {rateText(rate)} frames a second, {width} × {height}
            <br />
            {frames > 0 &&
              `at most about ${formatSize(bytes)}, ${sounds ? `with sound at ${soundBits / 1000} kbit/s` : 'no sound'}`}
          </p>
          {obstacle && (
            <p role="alert" className={styles.wrong}>
              {obstacle}
            </p>
          )}
          {running ? (
            <>
              <Progress
                label="Printing"
                done={running.written}
                total={running.total}
                noun="frame"
                seconds={running.seconds}
              />
              <Button onClick={stopPrint}>Stop; no file is made</Button>
            </>
          ) : (
            <Button
              variant="main"
              disabled={frames === 0 || obstacle !== undefined}
              onClick={() => void startPrint(name, kind, span)}
            >
              <Printer size={18} aria-hidden /> Print the film
            </Button>
          )}
          {problem && (
            <p role="alert" className={styles.wrong}>
              {problem}
            </p>
          )}
        </Foot>
      </section>
      <section className={styles.proof} aria-label="Finished prints">
        <div className={styles.screen}>
          {shown ? (
            // eslint-disable-next-line jsx-a11y/media-has-caption -- the film's own words are in its sound
            <video
              key={shown.url}
              src={shown.url}
              controls
              aria-label={`Print ${shown.fileName}`}
              data-testid="proof"
            />
          ) : (
            <p>The finished print is shown here. Watch it before you hand it over.</p>
          )}
        </div>
        {prints.length > 0 && (
          <ul className={styles.prints}>
            {prints.map((print) => (
              <li key={print.id}>
                <strong>{print.fileName}</strong>
                <span>
                  {count(print.frames, 'frame')}, {print.width} × {print.height}, {formatSize(print.bytes)},
                  made in {print.seconds.toFixed(1)} s
                </span>
                <Button pressed={print === shown} onClick={() => setShownId(print.id)}>
                  Watch
                </Button>
                <a className={styles.save} href={print.url} download={print.fileName}>
                  <Download size={17} aria-hidden /> Save to disk
                </a>
                <IconButton label={`Throw away ${print.fileName}`} onClick={() => discardPrint(print.id)}>
                  <Trash2 size={17} aria-hidden />
                </IconButton>
              </li>
            ))}
          </ul>
        )}
      </section>
    </div>
  );
}
