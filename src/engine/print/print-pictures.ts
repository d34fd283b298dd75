import { ApngWriter, LONGEST_APNG } from '../../core/formats/apng';
import { delaysIn, dividedHolds } from '../../core/formats/delays';
import { GIF_TAIL, gifHead, LONGEST_GIF, type Palette } from '../../core/formats/gif';
import { LONGEST_WEBP, WEBP_HEAD, webpFrame, webpHead } from '../../core/formats/webp-animation';
import type { Recipe } from '../../core/picture/recipe';
import type { Size } from '../../core/picture/size';
import type { LoopKindFacts } from '../../core/print/print-kinds';
import { printLoop } from '../../core/print/print-loop';
import type { PrintPlan, PrintRun } from '../../core/print/print-plan';
import { rateNumber } from '../../core/time/rate';
import type { Sink } from '../ports/sink';
import { atFrame } from './print-fault';

/** What a print of single pictures needs from the world. */
export interface PicturePrintPorts {
  /** A recipe's picture as a file; may be called again before the last one is done. */
  image(recipe: Recipe, name: string): Promise<Uint8Array<ArrayBuffer>>;
  /** A recipe's picture as a part of a GIF that stays for so many hundredths of a second, of some colours or of its own. */
  gifPart(
    recipe: Recipe,
    name: string,
    palette: Palette | undefined,
    hundredths: number,
  ): Promise<Uint8Array<ArrayBuffer>>;
  /** The colours that suit some pictures. */
  palette(recipes: readonly (readonly [Recipe, string])[]): Promise<Palette>;
  /** Waits while the print is paused. */
  gate(): Promise<void>;
}

export interface PicturePrintOptions {
  /** Pictures made ahead of the one being written, from 1. */
  readonly ahead: number;
  readonly signal: AbortSignal;
  /** Called with the number of frames that are done. */
  readonly onFrame: (done: number) => void;
}

/** Pictures that the colours of a whole film are chosen from. */
const MOST_SAMPLES = 24;

/** Makes each run's picture, some ahead, and hands them on in order. */
async function eachPicture<Run extends PrintRun>(
  runs: readonly Run[],
  ports: PicturePrintPorts,
  make: (run: Run) => Promise<Uint8Array<ArrayBuffer>>,
  use: (bytes: Uint8Array<ArrayBuffer>, run: Run) => Promise<void>,
  { ahead, signal, onFrame }: PicturePrintOptions,
): Promise<void> {
  let done = 0;
  await printLoop<Run, Uint8Array<ArrayBuffer>>(
    runs,
    {
      make: async (run) => {
        await ports.gate();
        signal.throwIfAborted();
        return atFrame(run.start, run.name, () => make(run));
      },
      use: async (bytes, run) => {
        await use(bytes, run);
        onFrame((done += run.frames));
      },
    },
    { ahead, signal },
  );
}

/** Writes behind what is written already. */
function appendTo(sink: Sink): {
  readonly write: (bytes: Uint8Array) => Promise<void>;
  readonly length: () => number;
} {
  let at = 0;
  return {
    write: async (bytes) => {
      await sink.write(bytes, at);
      at += bytes.length;
    },
    length: () => at,
  };
}

/** The longest hold, in frames, of so many units of which a second has so many. */
const longestHold = (plan: PrintPlan, units: number, unitsASecond: number): number =>
  Math.max(1, Math.floor((units / unitsASecond) * rateNumber(plan.rate)));

/** Runs of which none stays for longer than a format can say. */
const dividedRuns = ({ runs }: PrintPlan, most: number): readonly PrintRun[] =>
  dividedHolds(
    runs.map(({ frames }) => frames),
    most,
  ).map(({ picture, hold }) => ({ ...(runs[picture] as PrintRun), frames: hold }));

const holdsOf = (runs: readonly PrintRun[]): readonly number[] => runs.map(({ frames }) => frames);

/** So many of a list, from all along it. */
const someOf = <T>(list: readonly T[], most: number): readonly T[] =>
  list.filter((_, i) => Math.floor((i * most) / list.length) !== Math.floor(((i - 1) * most) / list.length));

/** How a loop is made. */
export interface LoopOrder {
  readonly size: Size;
  readonly form: LoopKindFacts['form'];
  /** How often it runs, 0 for ever. */
  readonly runs: number;
  /** Colours chosen for all of it, or for each picture. */
  readonly palette: 'film' | 'frame';
}

/**
 * Prints a plan as a picture that moves by itself; the sink is closed by its owner. Gives how long each of its pictures stays, in the
 * format's own units: one that stays for longer than it can say stands in it more than once.
 * @throws the signal's reason when it is stopped, or whatever a port throws, with frame and photo.
 */
export async function printLoopFile(
  plan: PrintPlan,
  order: LoopOrder,
  ports: PicturePrintPorts,
  sink: Sink,
  options: PicturePrintOptions,
): Promise<readonly number[]> {
  const { size, form, palette: colours } = order;
  const out = appendTo(sink);
  if (form === 'gif') {
    const runs = dividedRuns(plan, longestHold(plan, LONGEST_GIF, 100));
    const delays = delaysIn(holdsOf(runs), plan.rate, 100);
    const delayOf = new Map(runs.map((run, i) => [run, delays[i] ?? 1]));
    const samples = someOf(runs, MOST_SAMPLES).map(({ recipe, name }) => [recipe, name] as const);
    const palette = colours === 'film' ? await ports.palette(samples) : undefined;
    await out.write(gifHead(size, palette, order.runs));
    const make = (run: PrintRun): Promise<Uint8Array<ArrayBuffer>> =>
      ports.gifPart(run.recipe, run.name, palette, delayOf.get(run) ?? 1);
    await eachPicture(runs, ports, make, (part) => out.write(part), options);
    await out.write(GIF_TAIL);
    return delays;
  }
  const image = ({ recipe, name }: PrintRun): Promise<Uint8Array<ArrayBuffer>> => ports.image(recipe, name);
  let i = 0;
  if (form === 'apng') {
    const runs = dividedRuns(plan, longestHold(plan, LONGEST_APNG, 1000));
    const delays = delaysIn(holdsOf(runs), plan.rate, 1000);
    const writer = new ApngWriter(runs.length, order.runs);
    const use = async (png: Uint8Array): Promise<void> => {
      for (const part of writer.picture(png, delays[i++] ?? 1)) await out.write(part);
    };
    await eachPicture(runs, ports, image, use, options);
    await out.write(writer.end());
    return delays;
  }
  const runs = dividedRuns(plan, longestHold(plan, LONGEST_WEBP, 1000));
  const delays = delaysIn(holdsOf(runs), plan.rate, 1000);
  // How long the file is stands in front and is written last.
  await out.write(new Uint8Array(WEBP_HEAD));
  await eachPicture(
    runs,
    ports,
    image,
    (file) => out.write(webpFrame(file, size, delays[i++] ?? 1)),
    options,
  );
  await sink.write(webpHead(size, order.runs, out.length()), 0);
  return delays;
}

/** Takes files that come in order. */
export interface FilesOut {
  add(name: string, bytes: Uint8Array<ArrayBuffer>): Promise<void>;
}

/**
 * Prints a plan as numbered pictures: every frame, or every picture once. Numbers have as many digits as the last one, four at least.
 * @throws the signal's reason when it is stopped, or whatever a port throws, with frame and photo.
 */
export async function printStills(
  plan: PrintPlan,
  {
    every,
    name,
    ending,
  }: { readonly every: 'frame' | 'pose'; readonly name: string; readonly ending: string },
  ports: PicturePrintPorts,
  files: FilesOut,
  options: PicturePrintOptions,
): Promise<void> {
  const count = every === 'frame' ? plan.frames : plan.runs.length;
  const digits = Math.max(4, String(count).length);
  let number = 0;
  await eachPicture(
    plan.runs,
    ports,
    ({ recipe, name: photo }) => ports.image(recipe, photo),
    async (bytes, { frames }) => {
      for (let i = 0; i < (every === 'frame' ? frames : 1); i++)
        await files.add(`${name}_${String(++number).padStart(digits, '0')}${ending}`, bytes);
    },
    options,
  );
}
