import Joi from 'joi';
import { FILM_VERSION } from '../../../core/formats/film-document';
import type { History, Step } from '../../../core/film/history';
import { histories } from './stores';

/** Edits that survive a reload, of those done and of those taken back. */
const MOST_KEPT = 200;

/** Which steps belong to a film as it was kept under a stamp; each step lies under a key of its own. */
interface HistoryIndex {
  readonly version: number;
  readonly stamp: string;
  readonly done: readonly number[];
  readonly undone: readonly number[];
}

const numbers = Joi.array().items(Joi.number().integer().min(0)).max(MOST_KEPT).required();

const indexSchema = Joi.object({
  version: Joi.number().valid(FILM_VERSION).required(),
  stamp: Joi.string().required(),
  done: numbers,
  undone: numbers,
}).required();

const edit = Joi.object({ kind: Joi.string().required() }).unknown().required();
const stepSchema = Joi.object({ edit, inverse: edit }).required();

const stepKey = (filmId: string, n: number): string => `${filmId}/${n}`;

/** Numbers of steps that are stored, by step. */
const stored = new WeakMap<Step, number>();

async function readIndex(filmId: string): Promise<HistoryIndex | undefined> {
  const read: Joi.ValidationResult<HistoryIndex> = indexSchema.validate(
    await histories.getItem<unknown>(filmId),
  );
  return read.error ? undefined : read.value;
}

/** Keeps what was done to a film beside it. Only steps that are new are written. Rejects with the browser's error. */
export async function keepHistory(filmId: string, stamp: string, history: History): Promise<void> {
  const before = await readIndex(filmId);
  const known = new Set([...(before?.done ?? []), ...(before?.undone ?? [])]);
  let next = Math.max(-1, ...known) + 1;
  const numbered = async (steps: readonly Step[]): Promise<readonly number[]> => {
    const result: number[] = [];
    for (const step of steps) {
      let n = stored.get(step);
      if (n === undefined || !known.has(n)) {
        n = next++;
        await histories.setItem(stepKey(filmId, n), step);
        stored.set(step, n);
        known.add(n);
      }
      result.push(n);
    }
    return result;
  };
  const done = await numbered(history.done.slice(-MOST_KEPT));
  const undone = await numbered(history.undone.slice(0, MOST_KEPT));
  await histories.setItem(filmId, { version: FILM_VERSION, stamp, done, undone } satisfies HistoryIndex);
  const kept = new Set([...done, ...undone]);
  for (const n of known) if (!kept.has(n)) await histories.removeItem(stepKey(filmId, n));
}

/** What was done to a film that was kept under a stamp; nothing where it does not belong to that. */
export async function readHistory(filmId: string, stamp: string | undefined): Promise<Omit<History, 'film'>> {
  const none = { done: [], undone: [] };
  const index = await readIndex(filmId).catch(() => undefined);
  if (!index || index.stamp !== stamp) return none;
  const steps = async (list: readonly number[]): Promise<readonly Step[]> =>
    Promise.all(
      list.map(async (n) => {
        const read: Joi.ValidationResult<Step> = stepSchema.validate(
          await histories.getItem<unknown>(stepKey(filmId, n)),
        );
        if (read.error) throw read.error;
        stored.set(read.value, n);
        return read.value;
      }),
    );
  // A list with a gap cannot be gone back through.
  return Promise.all([steps(index.done), steps(index.undone)])
    .then(([done, undone]) => ({ done, undone }))
    .catch(() => none);
}

export async function deleteHistory(filmId: string): Promise<void> {
  for (const key of await histories.keys()) {
    if (key === filmId || key.startsWith(`${filmId}/`)) await histories.removeItem(key);
  }
}

/**
 * Forgets what was done to films where it names files that are `gone`: undo could bring back a photo, but not its file.
 * The films themselves are as they were.
 */
export async function forgetHistoriesOf(gone: (hash: string) => boolean): Promise<void> {
  const keys = await histories.keys();
  const films = new Set<string>();
  for (const key of keys) {
    const [filmId = ''] = key.split('/');
    if (films.has(filmId)) continue;
    const named = JSON.stringify(await histories.getItem<unknown>(key)).matchAll(/[0-9a-f]{64}/g);
    if ([...named].some(([hash]) => gone(hash))) films.add(filmId);
  }
  for (const film of films) await deleteHistory(film);
}
