import { create } from 'zustand';
import { planMix } from '../../core/mix/mix-plan';
import { fileOf } from '../../core/film/photo-picture';
import { scheduleOf } from '../../core/film/schedule';
import { photosById, type Film, type Photo } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { forecast, picturesIn } from '../../core/print/forecast';
import { printKind } from '../../core/print/print-kinds';
import { sizeOfPrint, type PrintOrder } from '../../core/print/print-order';
import { partWords } from '../../core/print/print-part';
import type { PlannedOrder } from '../../core/print/plan-orders';
import { framesAt, framesOf } from '../../core/print/print-plan';
import { newId } from '../../engine/browser/new-id';
import { Gate } from '../../engine/browser/print/gate';
import type { PrintPlace } from '../../engine/browser/print/print-context';
import {
  deletePrintFile,
  emptyFolder,
  printFileNames,
  removeFile,
} from '../../engine/browser/print/print-files';
import { startInWorker, type Printed, type RunningPrint } from '../../engine/browser/print/print-in-worker';
import { tryPrintLock, type FilmLock } from '../../engine/browser/store/film-lock';
import {
  forgetPrint,
  keepOpenPrint,
  storedPrints,
  type OpenPrint,
} from '../../engine/browser/store/print-repository';
import { reasonOf } from '../../engine/faults/reason-of';
import { missingForPrint } from '../document/missing';
import { atWork } from '../shell/at-work';
import { tell } from '../shell/shell';
import { addFinishedPrint, useFinishedPrints } from './finished-prints';
import { learn, setPrint, usePrintSettings } from './print-settings';
import { sayUnkept } from './say-unkept';

/** How a print that is not finished stands. */
export type PrintStatus = 'waiting' | 'printing' | 'reading' | 'paused' | 'failed' | 'broken';

/** A print that waits, goes on, or broke off. */
export interface QueuedPrint extends OpenPrint {
  readonly status: PrintStatus;
  /** Frames done, of which so many were found from an earlier print, and frames in all. */
  readonly frames: number;
  readonly found: number;
  readonly total: number;
  /** Frames of the finished file that are read again. */
  readonly read: number;
  /** How long it went on. */
  readonly seconds: number;
  readonly problem?: string | undefined;
  /** The picture that was done last; it is the queue's own. */
  readonly picture?: ImageBitmap | undefined;
}

export const usePrintQueue = create<{ readonly queue: readonly QueuedPrint[] }>(() => ({ queue: [] }));

/** What a tab holds of a print while it is open in it. */
const locks = new Map<string, FilmLock>();
let running: { readonly id: string; readonly print: RunningPrint; readonly went: Stopwatch } | undefined;

/** Time that goes on while it is not held. */
class Stopwatch {
  #before = 0;
  #since: number | undefined = performance.now();

  hold(isHeld: boolean): void {
    this.#before = this.seconds * 1000;
    this.#since = isHeld ? undefined : performance.now();
  }

  get seconds(): number {
    return (this.#before + (this.#since === undefined ? 0 : performance.now() - this.#since)) / 1000;
  }
}

const find = (id: string): QueuedPrint | undefined =>
  usePrintQueue.getState().queue.find((each) => each.id === id);

function change(id: string, next: Partial<QueuedPrint>): void {
  usePrintQueue.setState(({ queue }) => ({
    queue: queue.map((each) => (each.id === id ? { ...each, ...next } : each)),
  }));
}

function drop(id: string): void {
  find(id)?.picture?.close();
  usePrintQueue.setState(({ queue }) => ({ queue: queue.filter((each) => each.id !== id) }));
  locks.get(id)?.release();
  locks.delete(id);
}

/** Frames of the file that an order makes. */
const totalOf = ({ film, spans, settings }: PrintOrder): number =>
  framesAt(framesOf(spans), film.settings.rate, settings.rate ?? film.settings.rate);

const queued = (print: OpenPrint, status: PrintStatus): QueuedPrint => ({
  ...print,
  ...{ status, frames: 0, found: 0, read: 0, seconds: 0, total: totalOf(print.order) },
});

/** Where a finished file goes: under a name that the person gave, or into a folder; pictures are all that is in theirs. */
export interface Picked {
  readonly file?: FileSystemFileHandle | undefined;
  readonly folder?: FileSystemDirectoryHandle | undefined;
}

/** Whether a print is a folder of files. */
const isFolder = ({ settings }: PrintOrder): boolean => printKind(settings.kind).makes === 'stills';

/** Puts prints into the line; the film may be changed meanwhile, each is of the film as it is now. `place` says where each goes, if not into the browser. */
export async function printLater(
  orders: readonly PlannedOrder[],
  place?: (order: PlannedOrder) => Promise<Picked>,
): Promise<void> {
  try {
    for (const planned of orders) {
      const { part, film, spans, settings, fileName } = planned;
      const order: PrintOrder = { film, spans, settings, fileName };
      const picked = await place?.(planned);
      const print: OpenPrint = { id: newId(), order, part, ...picked, asked: Date.now() };
      const lock = await tryPrintLock(print.id);
      if (lock) locks.set(print.id, lock);
      // It goes on without that; only a closed tab would forget it. What is in the line can be stopped, so it is kept before.
      await keepOpenPrint(print).catch(sayUnkept);
      usePrintQueue.setState(({ queue }) => ({ queue: [...queue, queued(print, 'waiting')] }));
    }
    // Each scene by itself is of these alone.
    if (orders.some(({ settings }) => settings.eachScene)) setPrint({ eachScene: false });
  } finally {
    // What is in the line goes on, also where there is no place for a later one.
    goOn();
  }
}

/** Begins the next print that waits, where none goes on. */
function goOn(): void {
  if (running) return;
  const next = usePrintQueue.getState().queue.find(({ status }) => status === 'waiting');
  if (next) void atWork(() => run(next)).then(goOn, sayUnkept);
}

/** Photos that are shown within parts of the film; of those in cycles all, wherever they are shown again. */
const photosWithin = (film: Film, spans: readonly Span[]): readonly Photo[] =>
  scheduleOf(film).poses.flatMap(({ pose, start, end, showings }) =>
    showings > 1 || spans.some(({ from, to }) => start < to && end > from)
      ? (photosById(film).get(pose.photoId) ?? [])
      : [],
  );

/** Where a print is written. A file in a folder is made only now: what waits has nothing under its name. */
async function placeOf({ id, file, folder, order }: OpenPrint): Promise<PrintPlace> {
  if (file) return { file };
  if (!folder) return { own: id };
  return isFolder(order)
    ? { folder }
    : { file: await folder.getFileHandle(order.fileName, { create: true }) };
}

async function run(print: QueuedPrint): Promise<void> {
  const { id, order } = print;
  const { film, spans, settings } = order;
  const went = new Stopwatch();
  const start = (place: PrintPlace): RunningPrint =>
    startInWorker(order, place, usePrintSettings.getState().piecesRoom, {
      onNews: ({ frames, found, picture }) => {
        if (picture) find(id)?.picture?.close();
        change(id, { frames, found, seconds: went.seconds, ...(picture && { picture }) });
      },
      onRead: (read) => change(id, { status: 'reading', read, seconds: went.seconds }),
    });
  // Said before anything is waited for, so that no other begins beside it.
  const early = new AbortController();
  const gate = new Gate();
  running = {
    id,
    went,
    print: {
      outcome: Promise.resolve({ ok: false, stopped: true, problem: '' }),
      pause: (isPaused) => (isPaused ? gate.shut() : gate.open()),
      stop: () => {
        early.abort();
        gate.open();
      },
    },
  };
  change(id, { status: 'printing' });
  const makes = printKind(settings.kind).makes;
  const why = await missingForPrint(film, {
    // Of the sound alone no photo is missing.
    photos: new Set(makes === 'sound' ? [] : photosWithin(film, spans).map((photo) => fileOf(photo).hash)),
    sounds: new Set(
      makes === 'sound' || makes === 'video' ? planMix(film).voices.map(({ hash }) => hash) : [],
    ),
  }).catch(() => undefined);
  const place =
    why === undefined && !early.signal.aborted
      ? await placeOf(print).catch((error: unknown) => `It cannot be saved there. ${reasonOf(error)}`)
      : why;
  await gate.pass();
  if (early.signal.aborted) {
    running = undefined;
    await clearPlace(print);
    sayStopped(order);
    return forget(id);
  }
  if (place === undefined || typeof place === 'string') {
    running = undefined;
    return change(id, { status: 'failed', problem: place });
  }
  const worker = start(place);
  running = { id, print: worker, went };
  const outcome = await worker.outcome;
  running = undefined;
  await settle(print, outcome, outcome.ok ? Math.min(outcome.seconds, went.seconds) : 0);
}

const sayStopped = ({ fileName }: PrintOrder): void =>
  tell(`The print ${fileName} was stopped. No file was made.`, 'done');

async function settle(print: QueuedPrint, outcome: Printed, seconds: number): Promise<void> {
  const { id, order, part } = print;
  const { film, spans, settings, fileName } = order;
  if (!outcome.ok) {
    if (!print.file && !print.folder) await deletePrintFile(id).catch(() => undefined);
    if (outcome.stopped) {
      await clearPlace(print);
      sayStopped(order);
      return forget(id);
    }
    // A file that was picked by its name is waited for; one in a folder is made anew when it goes on.
    if (print.folder) await clearPlace(print);
    return change(id, { status: 'failed', problem: outcome.problem });
  }
  const { bytes, frames, proof, poster } = outcome.report;
  const found = find(id)?.found ?? 0;
  drop(id);
  const { width, height } = sizeOfPrint(settings, film);
  if (found === 0)
    learn(settings, forecast(film, spans, picturesIn(film, spans), settings), { bytes, seconds });
  await addFinishedPrint({
    ...{ id, fileName, part, settings, bytes, frames, seconds, proof, poster },
    isKept: !print.file && !print.folder,
    filmId: film.id,
    filmTitle: film.title,
    partWords: partWords(film, part),
    made: Date.now(),
    rate: settings.rate ?? film.settings.rate,
    ...(printKind(settings.kind).makes !== 'sound' && { picture: { width, height } }),
  }).catch(sayUnkept);
}

/** Takes away what was made ready for a print on the disk; a file that had something in it before is left as it is. */
async function clearPlace({ file, folder, order }: OpenPrint): Promise<void> {
  try {
    // The folder was made for it.
    if (folder && isFolder(order)) return await emptyFolder(folder);
    const made = file ?? (await folder?.getFileHandle(order.fileName));
    if (made && (await made.getFile()).size === 0) await removeFile(made);
  } catch {
    // It is gone, or may not be touched: nothing of the print is in it either way.
  }
}

async function forget(id: string): Promise<void> {
  drop(id);
  await forgetPrint(id).catch(sayUnkept);
}

/** Holds the print that goes on back, or lets it go on. */
export function pausePrint(id: string, isPaused: boolean): void {
  if (running?.id !== id) return;
  running.print.pause(isPaused);
  running.went.hold(isPaused);
  change(id, { status: isPaused ? 'paused' : 'printing' });
}

/** Stops a print, or takes it out of the line; nothing is left of its file. */
export function stopPrint(id: string): void {
  if (running?.id === id) return running.print.stop();
  const print = find(id);
  if (print) void clearPlace(print);
  void forget(id).then(() => deletePrintFile(id).catch(() => undefined));
}

/** Begins a print again that failed or broke off; what was encoded of it is found again. */
export async function resumePrint(id: string): Promise<void> {
  const print = find(id);
  if (!print) return;
  if (!locks.has(id)) {
    const lock = await tryPrintLock(id);
    if (!lock) return tell('This print goes on in another tab.');
    locks.set(id, lock);
  }
  const handle = print.file ?? print.folder;
  if (handle && !(await mayWrite(handle)))
    return tell(`Allow the browser to write ${print.order.fileName}, then choose “Go on”.`, 'wrong');
  // It may have been taken out of the line while the browser asked.
  if (!find(id)) return;
  usePrintQueue.setState(({ queue }) => ({
    queue: [...queue.filter((each) => each.id !== id), queued(print, 'waiting')],
  }));
  goOn();
}

async function mayWrite(handle: FileSystemHandle): Promise<boolean> {
  const asking = handle as FileSystemHandle & {
    requestPermission?: (options: { readonly mode: 'readwrite' }) => Promise<PermissionState>;
  };
  return (await asking.requestPermission?.({ mode: 'readwrite' })) !== 'denied';
}

let isRestored = false;

/** Brings back what is kept of prints, once a tab; those that broke off are listed, and can go on. */
export async function restorePrints(): Promise<void> {
  if (isRestored) return;
  isRestored = true;
  try {
    const { open, finished } = await storedPrints();
    useFinishedPrints.setState({ prints: finished });
    const broken: QueuedPrint[] = [];
    for (const print of open) {
      // One that another tab has is not broken off.
      const lock = await tryPrintLock(print.id);
      if (!lock) continue;
      locks.set(print.id, lock);
      broken.push(queued(print, 'broken'));
    }
    usePrintQueue.setState(({ queue }) => ({ queue: [...broken, ...queue] }));
    const [first] = broken;
    if (first)
      tell(
        `The print ${first.order.fileName}${broken.length > 1 ? ` and ${broken.length - 1} more` : ''} stopped when its tab was closed. Choose “Go on” in Print.`,
        'asks',
      );
    await sweepFiles(new Set([...open, ...finished].map(({ id }) => id)));
  } catch (error) {
    isRestored = false;
    sayUnkept(error);
  }
}

/** Deletes files of prints that nothing knows of: what a tab left that was closed half-way. */
async function sweepFiles(known: ReadonlySet<string>): Promise<void> {
  const now = new Set(usePrintQueue.getState().queue.map(({ id }) => id));
  for (const name of await printFileNames()) {
    if (known.has(name) || now.has(name)) continue;
    const lock = await tryPrintLock(name);
    if (!lock) continue;
    await deletePrintFile(name);
    lock.release();
  }
}

/** Whether a print that is asked for now waits for another. */
export const hasToWait = (queue: readonly QueuedPrint[]): boolean =>
  queue.some(({ status }) => status !== 'failed' && status !== 'broken');

/** Whether a print goes on. */
export const isPrinting = (): boolean => running !== undefined;

/** Stops the print that goes on. */
export const stopRunningPrint = (): void => running?.print.stop();

/** Holds the print that goes on back, or lets it go on. */
export function pauseRunningPrint(): void {
  if (running) pausePrint(running.id, find(running.id)?.status !== 'paused');
}
