import { recipeKey } from '../picture/recipe';
import type { PrintRun } from './print-plan';

/** What a piece is made of, as far as its borders need it. */
export type PieceRun = Pick<PrintRun, 'recipe' | 'start' | 'frames' | 'begins'>;

/** A part of a print that is encoded by itself, from a key frame on. */
export interface Piece<Run extends PieceRun = PrintRun> {
  readonly runs: readonly Run[];
  /** First frame, from 0, and number of frames. */
  readonly start: number;
  readonly frames: number;
}

/** A number of a run that depends on nothing but its picture: the same wherever in a film it stands. */
const markOf = ({ recipe }: PieceRun): number => Number.parseInt(recipeKey(recipe).slice(0, 8), 16);

const lengthOf = (runs: readonly PieceRun[]): number => runs.reduce((sum, { frames }) => sum + frames, 0);

/** Parts of a list that begin where a test holds. */
function splitBefore<T>(list: readonly T[], begins: (each: T, i: number) => boolean): (readonly T[])[] {
  const parts: T[][] = [];
  for (const [i, each] of list.entries()) {
    if (i === 0 || begins(each, i)) parts.push([]);
    parts.at(-1)?.push(each);
  }
  return parts;
}

/** Whether a run's mark is the highest for so many frames to both sides: its neighbours alone decide that. */
function isHighest(runs: readonly PieceRun[], marks: readonly number[], i: number, reach: number): boolean {
  const here = runs[i]?.start ?? 0;
  const mark = marks[i] ?? 0;
  for (let k = i - 1; k >= 0 && (runs[k]?.start ?? 0) > here - reach; k--)
    if ((marks[k] ?? 0) >= mark) return false;
  for (let k = i + 1; k < runs.length && (runs[k]?.start ?? 0) < here + reach; k++)
    if ((marks[k] ?? 0) > mark) return false;
  return true;
}

/** Parts of at most so many frames, cut where a mark is highest, of equal ones in the middle. */
function noLonger<Run extends PieceRun>(runs: readonly Run[], longest: number): readonly (readonly Run[])[] {
  const frames = lengthOf(runs);
  if (frames <= longest || runs.length < 2) return [runs];
  const start = runs[0]?.start ?? 0;
  const off = (run: Run): number => Math.abs(run.start - start - frames / 2);
  const inner = runs.slice(1);
  // Not near its ends, as long as there is another place.
  const within = inner.filter((run) => off(run) <= frames / 4);
  const [cut] = (within.length > 0 ? within : inner).toSorted(
    (a, b) => (within.length > 0 ? markOf(b) - markOf(a) : 0) || off(a) - off(b),
  );
  const at = runs.indexOf(cut as Run);
  return [...noLonger(runs.slice(0, at), longest), ...noLonger(runs.slice(at), longest)];
}

/**
 * Cuts a print into pieces of at most `longest` frames, a scene or a picture that stays for longer beginning one. Where they
 * begin is found by what is shown around there: who puts something in early in a film moves no later border, and the pieces
 * behind are the same as before (content-defined chunking; Muthitacharoen, Chen, Mazières, SOSP 2001).
 */
export function piecesOf<Run extends PieceRun>(runs: readonly Run[], longest: number): readonly Piece<Run>[] {
  const reach = longest / 2;
  const parts = splitBefore(runs, ({ begins, frames }) => begins || frames > longest).flatMap((part) => {
    const marks = part.map(markOf);
    const [from, to] = [part[0]?.start ?? 0, (part[0]?.start ?? 0) + lengthOf(part)];
    const hasRoom = ({ start }: Run): boolean => start - from >= reach / 2 && to - start >= reach / 2;
    return splitBefore(part, (run, i) => hasRoom(run) && isHighest(part, marks, i, reach)).flatMap((each) =>
      noLonger(each, longest),
    );
  });
  return parts.map((part) => ({ runs: part, start: part[0]?.start ?? 0, frames: lengthOf(part) }));
}
