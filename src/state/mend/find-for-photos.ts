import { photosById, type Film, type Photo } from '../../core/film/film';
import { fileOf } from '../../core/film/photo-picture';
import type { Result } from '../../core/time/result';
import { someNames } from '../document/missing';

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

/** Which photos were left as they are, with the reason of the first; undefined where none was. */
export function leftWords(failed: Failed): string | undefined {
  const [first] = failed;
  if (!first) return undefined;
  const others = failed.slice(1).map(([{ name }]) => name);
  const too =
    others.length === 0 ? '' : ` ${someNames(others)} ${others.length === 1 ? 'was' : 'were'} left too.`;
  return `${first[0].name} was left as it is. ${first[1]}${too}`;
}
