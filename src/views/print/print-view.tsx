import HardDrive from 'lucide-react/icons/hard-drive';
import Image from 'lucide-react/icons/image';
import Printer from 'lucide-react/icons/printer';
import { useEffect, useMemo, useState } from 'react';
import type { Film } from '../../core/film/film';
import { SHORTEST_GIF } from '../../core/formats/gif';
import { isHeard } from '../../core/mix/mix-plan';
import { forecast, picturesIn } from '../../core/print/forecast';
import { planOrders } from '../../core/print/plan-orders';
import { printKind } from '../../core/print/print-kinds';
import { sizeOfPrint } from '../../core/print/print-order';
import { hasRange, scenesToPrint, spansOf, type PrintPart } from '../../core/print/print-part';
import { framesOf } from '../../core/print/print-plan';
import type { PrintSettings } from '../../core/print/print-settings';
import { bitrateText, parsePattern } from '../../core/print/read-typed';
import { count, formatLength, formatSize, formatWait } from '../../core/time/format';
import { rateNumber, rateText } from '../../core/time/rate';
import { canPickFiles } from '../../engine/browser/print/pick-file';
import { printObstacle } from '../../engine/browser/print/print-obstacle';
import { canWriteFolders } from '../../engine/browser/out/write-out';
import { Button } from '../../kit/button';
import { Panel } from '../../kit/panel';
import { TypedField } from '../../kit/typed-field';
import { useFilm } from '../../state/document/document';
import { useFinishedPrints } from '../../state/print/finished-prints';
import { hasToWait, printLater, usePrintQueue } from '../../state/print/print-queue';
import { printToDisk } from '../../state/print/print-to-disk';
import { saveFrame } from '../../state/print/save-frame';
import { experienceKey, setPrint, usePrintSettings } from '../../state/print/print-settings';
import { TallFrame } from '../frame/tall-frame';
import { NoPoses } from '../no-poses';
import { KindField } from './kind-field';
import { PartField } from './part-field';
import { PrintDetails } from './print-details';
import { PrintHall } from './print-hall';
import styles from './print.module.css';
import { PurposeField } from './purpose-field';
import { QualityField } from './quality-field';
import { SizeField } from './size-field';

/** The part that is chosen, as far as the film still has it. */
function partIn(film: Film, part: PrintPart): PrintPart {
  if (part.of === 'range' && !hasRange(film)) return { of: 'film' };
  if (part.of !== 'scenes') return part;
  const scenes = scenesToPrint(film);
  const ids = part.ids.filter((id) => scenes.some((scene) => scene.id === id));
  return ids.length === 0 && part.ids.length > 0 ? { of: 'film' } : { of: 'scenes', ids };
}

/** Why a film cannot be printed so in this browser; undefined where it can. */
function useObstacle(film: Film | undefined, settings: PrintSettings): string | undefined {
  const { kind, quality } = settings;
  const size = film && sizeOfPrint(settings, film);
  const [width, height] = [size?.width, size?.height];
  const [obstacle, setObstacle] = useState<string>();
  useEffect(() => {
    let gone = false;
    if (width !== undefined && height !== undefined)
      void printObstacle(kind, { width, height }, quality).then((words) => gone || setObstacle(words));
    return () => {
      gone = true;
    };
  }, [width, height, kind, quality]);
  return obstacle;
}

/** Pictures a second that a GIF can show: it counts hundredths. */
const FASTEST_GIF = 100 / SHORTEST_GIF;

/** What the button does: with `scenes` that many, each as a file; while another print goes on, later. */
function printWords(scenes: number | undefined, isBusy: boolean): string {
  if (scenes === undefined) return isBusy ? 'Add to queue' : 'Print the film';
  const each = `${count(scenes, 'scene')}, each as a file`;
  return isBusy ? `Add ${each}` : `Print ${each}`;
}

/** Stage Print: what is made of the film, for whom; what is being printed, and the finished prints. */
export function PrintView() {
  const film = useFilm();
  const { settings, part: wanted, experience } = usePrintSettings();
  // As text: it is drawn anew when a print comes or goes, not with each of its frames.
  const waiting = usePrintQueue((state) => state.queue.map(({ order }) => order.fileName).join('\n'));
  const isBusy = usePrintQueue((state) => hasToWait(state.queue));
  const prints = useFinishedPrints((state) => state.prints);
  const cannot = useObstacle(film, settings);
  const part = useMemo(() => film && partIn(film, wanted), [film, wanted]);
  const spans = useMemo(() => (film && part ? spansOf(film, part) : []), [film, part]);
  const pictures = useMemo(() => (film ? picturesIn(film, spans) : 0), [film, spans]);
  if (!film || !part) return null;
  const facts = printKind(settings.kind);
  const frames = framesOf(spans);
  const isHeardThere = spans.some((span) => isHeard(film, span));
  const rate = settings.rate ?? film.settings.rate;
  const taken = new Set([...prints.map(({ fileName }) => fileName), ...waiting.split('\n').filter(Boolean)]);
  const orders = planOrders(film, part, settings, new Date(), taken);
  const obstacle =
    frames === 0
      ? part.of === 'range'
        ? 'There is no frame between the in and out points.'
        : part.of === 'scenes'
          ? 'No scene is chosen.'
          : undefined
      : facts.makes === 'sound' && !isHeardThere
        ? 'This part has no sound to print.'
        : settings.kind === 'gif' && rateNumber(rate) > FASTEST_GIF
          ? `A GIF shows at most ${FASTEST_GIF} frames a second. Set fewer under Details.`
          : cannot;
  const canPrint = orders.length > 0 && obstacle === undefined;
  const { bytes, seconds } = forecast(film, spans, pictures, settings, experience[experienceKey(settings)]);
  const { width, height } = sizeOfPrint(settings, film);
  const [first] = orders;
  const foot = (
    <>
      <p className={styles.summary}>
        {formatLength(frames, film.settings.rate)}
        <br />
        {facts.makes === 'sound'
          ? '48 kHz, left and right'
          : `${facts.makes === 'stills' ? '' : `${rateText(rate)} frames a second, `}${width} × ${height}`}
        <br />
        {frames > 0 &&
          [
            `about ${formatSize(bytes)}, ${formatWait(seconds)} to make`,
            ...(facts.makes !== 'video'
              ? []
              : isHeardThere
                ? [`sound at ${bitrateText(facts.sound.bits)}`]
                : ['no sound']),
          ].join(', ')}
      </p>
      {facts.makes === 'loop' && isHeardThere && (
        <p className={styles.note}>The film has sound; {facts.label} has none.</p>
      )}
      {obstacle && (
        <p role="alert" className={styles.wrong}>
          {obstacle}
        </p>
      )}
      <div className={styles.row}>
        <Button
          variant="main"
          disabled={!canPrint}
          title={isBusy ? 'It waits for the prints before it' : 'Print the film (Ctrl P)'}
          onClick={() => void printLater(orders)}
        >
          <Printer size={18} aria-hidden />{' '}
          {printWords(settings.eachScene ? orders.length : undefined, isBusy)}
        </Button>
        {(facts.makes === 'stills' || orders.length > 1 ? canWriteFolders() : canPickFiles()) && (
          <Button
            disabled={!canPrint}
            title="Straight to a file on disk, for large prints; not saved in the browser"
            onClick={() => void printToDisk(orders)}
          >
            <HardDrive size={17} aria-hidden /> To the disk…
          </Button>
        )}
      </div>
    </>
  );
  return (
    <TallFrame
      guide="output"
      head={<h2>Output</h2>}
      body={
        <Panel label="Print settings" foot={foot}>
          <div className={styles.questions}>
            <PurposeField settings={settings} />
            <PartField film={film} part={part} />
            <KindField kind={settings.kind} />
            {facts.makes !== 'sound' && <SizeField film={film} settings={settings} />}
            <QualityField film={film} spans={spans} pictures={pictures} settings={settings} />
          </div>
          <TypedField
            label="Name of the file"
            text={settings.pattern}
            hint={
              first
                ? `${first.fileName}${orders.length > 1 ? ` and ${orders.length - 1} more` : ''}`
                : 'Words, and {film}, {scene}, {date}, {size}, {counter}.'
            }
            parse={parsePattern}
            onCommit={(pattern) => setPrint({ pattern })}
          />
          {facts.makes === 'stills' && (
            <Button onClick={() => void saveFrame()} title="At the film’s size">
              <Image size={17} aria-hidden /> Save this frame as PNG
            </Button>
          )}
          <PrintDetails film={film} settings={settings} />
        </Panel>
      }
    >
      {frames === 0 && prints.length + waiting.length === 0 ? (
        <NoPoses
          film={film}
          heading="Nothing to print yet"
          words="Once the film has poses, make a file here that plays anywhere."
        />
      ) : (
        <PrintHall film={film} />
      )}
    </TallFrame>
  );
}
