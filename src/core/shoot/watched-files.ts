import { inNumberOrder } from '../film/numbering';

/** A file as a folder lists it. */
export interface ListedFile {
  readonly name: string;
  readonly bytes: number;
  /** When it was written last, milliseconds since 1970. */
  readonly writtenAt: number;
}

/** What is known of a folder that is watched. */
export interface WatchedFolder {
  /** As each file was listed last, by name. */
  readonly seen: ReadonlyMap<string, ListedFile>;
  /** Those that were brought in or were there before, as they were then, by name. */
  readonly done: ReadonlyMap<string, ListedFile>;
}

/** What came of a look into a folder. */
export interface FolderLook {
  readonly folder: WatchedFolder;
  /** Files that are complete and not brought in yet, in number order. */
  readonly complete: readonly ListedFile[];
  /** Files that are still written, or that were empty. */
  readonly waiting: number;
  /** Names of files that were brought in and have other bytes now. */
  readonly changed: ReadonlySet<string>;
}

const isSame = (a: ListedFile | undefined, b: ListedFile): boolean =>
  a?.bytes === b.bytes && a.writtenAt === b.writtenAt;

const byName = (files: readonly ListedFile[]): ReadonlyMap<string, ListedFile> =>
  new Map(files.map((file) => [file.name, file]));

/** Begins to watch a folder: what lies in it already stays there, unless it is asked for. */
export const watchFolder = (files: readonly ListedFile[], takesAll = false): WatchedFolder => ({
  seen: byName(files),
  done: takesAll ? new Map() : byName(files),
});

/**
 * Looks into a folder once more. A file is complete when it is as it was at the look before, with something in it: what is still
 * written grows, or changes its time. One that is gone is forgotten, so that it may come again.
 */
export function lookInto({ seen, done }: WatchedFolder, files: readonly ListedFile[]): FolderLook {
  const news = files.filter((file) => !isSame(done.get(file.name), file));
  const complete = news.filter((file) => file.bytes > 0 && isSame(seen.get(file.name), file));
  const listed = byName(files);
  const stay = [...done].filter(([name]) => listed.has(name));
  return {
    folder: {
      seen: listed,
      done: new Map([...stay, ...complete.map((file) => [file.name, file] as const)]),
    },
    complete: inNumberOrder(complete, ({ name }) => name),
    waiting: news.length - complete.length,
    changed: new Set(complete.flatMap(({ name }) => (done.has(name) ? [name] : []))),
  };
}
