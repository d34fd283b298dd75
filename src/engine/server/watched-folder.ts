import { constants } from 'node:fs';
import { lstat, open, readdir, readlink, realpath, type FileHandle } from 'node:fs/promises';
import { basename, join, resolve } from 'node:path';

/** A file of the watched folder, by a number that stands for its name as long as the server runs. */
export interface WatchedFile {
  readonly id: number;
  readonly name: string;
  readonly bytes: number;
  /** Milliseconds since 1970. */
  readonly writtenAt: number;
}

/** What a look into the watched folder found. */
export interface WatchedList {
  readonly name: string;
  /** The newest first. */
  readonly files: readonly WatchedFile[];
  /** How many older ones there are beside them. */
  readonly older: number;
}

/** Files of a folder that are told of, and bytes of one that is handed over. */
const MOST_FILES = 20_000;
export const MOST_BYTES = 1e9;

/**
 * Never through a link, and never waiting for who writes into a pipe. Windows has neither flag: there, what was opened is
 * compared with what its path leads to.
 */
const FLAGS: Partial<typeof constants> = constants;
const OPEN_ONLY = constants.O_RDONLY | (FLAGS.O_NOFOLLOW ?? 0) | (FLAGS.O_NONBLOCK ?? 0);

/** Where an open file lies: Linux says so of the handle itself; elsewhere its path is followed again. */
const placeOf = (file: FileHandle, path: string): Promise<string> =>
  readlink(`/proc/self/fd/${file.fd}`).catch(() => realpath(path));

/** Whether a path leads to an open file, not to another by that name. */
async function leadsTo(path: string, file: FileHandle): Promise<boolean> {
  const [own, there] = await Promise.all([file.stat(), lstat(path)]);
  return own.dev === there.dev && own.ino === there.ino;
}

/** A folder on the server's disk whose plain files are told of and handed over, and nothing else, whatever is put in their place meanwhile. */
export class WatchedFolder {
  readonly #path: string;
  readonly #most: number;
  /** Where the folder lay when it was looked into first: what its path leads to later is another folder. */
  #place: string | undefined;
  /** Names by numbers: no name that a request brings is ever looked for on the disk. */
  readonly #names: string[] = [];
  readonly #numbers = new Map<string, number>();

  /** Of more than `most` files the newest are told of. */
  constructor(path: string, most = MOST_FILES) {
    this.#path = resolve(path);
    this.#most = most;
  }

  #numberOf(name: string): number {
    let number = this.#numbers.get(name);
    if (number === undefined) {
      number = this.#names.push(name) - 1;
      this.#numbers.set(name, number);
    }
    return number;
  }

  /** Where the folder lies. Rejects where it is gone, or another stands in its place. */
  async #here(): Promise<string> {
    const now = await realpath(this.#path);
    this.#place ??= now;
    if (this.#place !== now) throw new Error('Another folder stands in its place.');
    return now;
  }

  /** The plain files of the folder itself, none hidden and none a link, the newest where there are too many. Rejects where it is gone. */
  async list(): Promise<WatchedList> {
    const here = await this.#here();
    const entries = (await readdir(here, { withFileTypes: true })).filter(
      (entry) => entry.isFile() && !entry.name.startsWith('.'),
    );
    const all = await Promise.all(
      entries.map(async ({ name }) => {
        const facts = await lstat(join(here, name)).catch(() => undefined);
        return facts?.isFile() ? [{ name, bytes: facts.size, writtenAt: facts.mtimeMs }] : [];
      }),
    );
    const files = all.flat().sort((a, b) => b.writtenAt - a.writtenAt);
    return {
      name: basename(this.#path),
      files: files.slice(0, this.#most).map((file) => ({ id: this.#numberOf(file.name), ...file })),
      older: Math.max(0, files.length - this.#most),
    };
  }

  /**
   * Opens a file that was told of, by its number; undefined where there is none any more that is plain and lies in the folder.
   * Whoever gets it closes it. It is judged by its handle alone, so that nothing can come in its place in between.
   */
  async open(id: number): Promise<{ readonly file: FileHandle; readonly bytes: number } | undefined> {
    const name = this.#names[id];
    if (name === undefined) return undefined;
    let file: FileHandle | undefined;
    try {
      const path = join(await this.#here(), name);
      file = await open(path, OPEN_ONLY);
      const facts = await file.stat();
      if (facts.isFile() && (await placeOf(file, path)) === path && (await leadsTo(path, file)))
        return { file, bytes: facts.size };
    } catch {
      // It is gone, a link, or may not be read.
    }
    await file?.close();
    return undefined;
  }
}

let watched: { readonly path: string; readonly folder: WatchedFolder } | undefined;

/** The folder that the server watches, from `KERMIS_WATCH`; undefined where it was started without one. */
export function watchedFolder(): WatchedFolder | undefined {
  const path = process.env['KERMIS_WATCH'];
  if (!path) return undefined;
  if (watched?.path !== path) watched = { path, folder: new WatchedFolder(path) };
  return watched.folder;
}
