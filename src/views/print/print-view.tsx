import { Printer } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Film } from '../../core/film/film';
import { isHeard } from '../../core/mix/mix-plan';
import { ok } from '../../core/time/result';
import {
  PRINT_KINDS,
  printKind,
  printObstacle,
  type PrintKind,
} from '../../engine/browser/print/print-kinds';
import { Panel } from '../../kit/panel';
import { Button } from '../../kit/button';
import { ChoiceCards } from '../../kit/choice-cards';
import { Progress } from '../../kit/progress';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { startPrint, stopPrint, usePrints } from '../../state/print/print-job';
import { useFilm } from '../../state/document/document';
import { StageFrame } from '../frame/stage-frame';
import { NoPoses } from '../no-poses';
import { FramingChoice } from '../settings/framing-choice';
import { FinishedPrints } from './finished-prints';
import { PrintSummary } from './print-summary';
import { printParts, WHOLE } from './print-parts';
import styles from './print.module.css';

const KINDS = Object.entries(PRINT_KINDS).map(([kind, { label, purpose }]) => ({
  value: kind as PrintKind,
  label,
  words: purpose,
}));

/** Why a film cannot be printed as a kind of file in this browser; undefined where it can. */
function useObstacle(film: Film | undefined, kind: PrintKind): string | undefined {
  const [obstacle, setObstacle] = useState<string>();
  useEffect(() => {
    let gone = false;
    if (film)
      void printObstacle(kind, film.settings, film.settings.rate).then((words) => gone || setObstacle(words));
    return () => {
      gone = true;
    };
  }, [film, kind]);
  return obstacle;
}

/** Stage Print: what kind of file, under which name; the finished prints. */
export function PrintView() {
  const film = useFilm();
  const { running, problem, prints } = usePrints();
  const [kind, setKind] = useState<PrintKind>('mp4');
  const [part, setPart] = useState(WHOLE);
  const [named, setNamed] = useState<string>();
  const cannot = useObstacle(film, kind);
  if (!film) return null;
  const parts = printParts(film);
  const { span, words } = parts.find((each) => each.value === part) ?? parts[0];
  const frames = span.to - span.from;
  const isSilent = frames > 0 && printKind(kind).makes === 'sound' && !isHeard(film, span);
  const obstacle = isSilent ? 'Nothing is heard in this part: there is no sound to print.' : cannot;
  const name = named ?? (part === WHOLE ? film.title : `${film.title}, ${words}`);
  const foot = (
    <>
      <PrintSummary film={film} kind={kind} span={span} />
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
          title="Print the film (Ctrl P comes here)"
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
    </>
  );
  return (
    <StageFrame
      left={{
        name: 'A print',
        width: 340,
        head: <h2>A print</h2>,
        body: (
          <Panel label="Print settings" foot={foot}>
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
            {printKind(kind).makes === 'video' && <FramingChoice />}
          </Panel>
        ),
      }}
    >
      {frames === 0 && prints.length === 0 ? (
        <NoPoses
          film={film}
          heading="Nothing to print yet"
          words="Here the film becomes a file that plays anywhere, once it has poses."
        />
      ) : (
        <FinishedPrints />
      )}
    </StageFrame>
  );
}
