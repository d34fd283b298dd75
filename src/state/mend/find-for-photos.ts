import { photosById, type Film, type Photo } from '../../core/film/film';
import { fileOf } from '../../core/film/photo-picture';
import type { Result } from '../../core/time/result';

/** A photo for which something is to be found. */
interface PhotoTask {
  readonly photo: Photo;
}

/** Photos for which nothing was found, with the sentence. */
export type Failed = readonly (readonly [photo: Photo, problem: string])[];

/**
 * Finds something for photos, several at a time, into a map by id: what was found stays there where it is stopped. Gives those for
 * which nothing was found, in the order of the tasks.
 */
export async function findForPhotos<T, Task extends PhotoTask>(
  tasks: readonly Task[],
  find: (task: Task) => Promise<Result<T>>,
  found: Map<string, T>,
  onDone: (done: number) => void,
): Promise<Failed> {
  const failed: (readonly [Photo, string])[] = [];
  let done = 0;
  const one = async (task: Task): Promise<void> => {
    const result = await find(task);
    if (result.ok) found.set(task.photo.id, result.value);
    else failed.push([task.photo, result.problem]);
    onDone(++done);
  };
  await Promise.all(tasks.map(one));
  const order = new Map(tasks.map(({ photo }, i) => [photo.id, i]));
  return failed.sort(([a], [b]) => (order.get(a.id) ?? 0) - (order.get(b.id) ?? 0));
}

/** Of what was found, that of photos which still are in the film and show the same file. */
export function stillMeant<T>(
  now: Film,
  tasks: readonly PhotoTask[],
  found: ReadonlyMap<string, T>,
): ReadonlyMap<string, T> {
  const asked = new Map(tasks.map(({ photo }) => [photo.id, fileOf(photo).hash]));
  return new Map(
    [...found].filter(([id]) => {
      const photo = photosById(now).get(id);
      return photo && fileOf(photo).hash === asked.get(id);
    }),
  );
}

/** Names that are told of photos for which nothing was found. */
const MOST_NAMED = 3;

/** Which photos were left as they are, and why, in a sentence or two; nothing where none was. */
export function leftWords(failed: Failed): string | undefined {
  const [first] = failed;
  if (!first) return undefined;
  const names = failed.slice(0, MOST_NAMED).map(([{ name }]) => name);
  const more = failed.length > MOST_NAMED ? ` and ${failed.length - MOST_NAMED} more` : '';
  const left = failed.length === 1 ? 'was left as it is' : 'were left as they are';
  return `${names.join(', ')}${more} ${left}. ${first[1]}`;
}
