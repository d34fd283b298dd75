import { readdir, stat } from 'node:fs/promises';
import { basename, join, resolve } from 'node:path';

/** A file of the watched folder, by a number that stands for its name as long as the server runs. */
export interface WatchedFile {
  readonly id: number;
  readonly name: string;
  readonly bytes: number;
  /** Milliseconds since 1970. */
  readonly writtenAt: number;
}

/** Files of a folder that are told of, and bytes of one that is handed over. */
const MOST_FILES = 20_000;
export const MOST_BYTES = 1e9;

/** The folder that the server watches, from `KERMIS_WATCH`; undefined where it was started without one. */
export const watchedFolder = (): string | undefined => {
  const folder = process.env['KERMIS_WATCH'];
  return folder ? resolve(folder) : undefined;
};

/** Names by numbers: no name that a request brings is ever looked for on the disk. */
const names: string[] = [];
const numbers = new Map<string, number>();

function numberOf(name: string): number {
  let number = numbers.get(name);
  if (number === undefined) {
    number = names.push(name) - 1;
    numbers.set(name, number);
  }
  return number;
}

/** The plain files of the watched folder itself, none hidden and none a link. Rejects where it is gone. */
export async function listWatched(
  folder: string,
): Promise<{ readonly name: string; readonly files: readonly WatchedFile[] }> {
  const entries = (await readdir(folder, { withFileTypes: true }))
    .filter((entry) => entry.isFile() && !entry.name.startsWith('.'))
    .slice(0, MOST_FILES);
  const files = await Promise.all(
    entries.map(async ({ name }): Promise<readonly WatchedFile[]> => {
      const facts = await stat(join(folder, name)).catch(() => undefined);
      return facts?.isFile()
        ? [{ id: numberOf(name), name, bytes: facts.size, writtenAt: facts.mtimeMs }]
        : [];
    }),
  );
  return { name: basename(folder), files: files.flat() };
}

/** Where a file lies that was told of by its number; undefined where none was. */
export function watchedPath(folder: string, id: number): string | undefined {
  const name = names[id];
  return name === undefined ? undefined : join(folder, name);
}
