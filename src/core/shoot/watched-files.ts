import type { Film } from '../film/film';
import { inNumberOrder } from '../film/numbering';

/** A file as a folder lists it. */
export interface ListedFile {
  readonly name: string;
  readonly bytes: number;
  /** When it was written last, milliseconds since 1970. */
  readonly writtenAt: number;
}

/** A folder as it is listed. */
export interface FolderList {
  /** All its files, or the newest of very many. */
  readonly files: readonly ListedFile[];
  /** How many older ones there are beside them. */
  readonly older: number;
}

/** What is known of a folder that is watched. */
export interface WatchedFolder {
  /** As each file was listed last, by name. */
  readonly seen: ReadonlyMap<string, ListedFile>;
  /** Those that were brought in or were there before, as they were then, by name. */
  readonly done: ReadonlyMap<string, ListedFile>;
  /** Names of the files that were there before. */
  readonly before: ReadonlySet<string>;
  /** What was written before this time stays there: it was not listed for its age. Milliseconds since 1970. */
  readonly since: number;
}

/** What came of a look into a folder. */
export interface FolderLook {
  readonly folder: WatchedFolder;
  /** Files that are complete and not brought in yet, in number order. */
  readonly complete: readonly ListedFile[];
  /** Files that are still written, or that were empty. */
  readonly waiting: number;
}

const isSame = (a: ListedFile | undefined, b: ListedFile): boolean =>
  a?.bytes === b.bytes && a.writtenAt === b.writtenAt;

const byName = (files: readonly ListedFile[]): ReadonlyMap<string, ListedFile> =>
  new Map(files.map((file) => [file.name, file]));

/** Begins to watch a folder: what lies in it already stays there. */
export const watchFolder = ({ files, older }: FolderList): WatchedFolder => ({
  seen: byName(files),
  done: byName(files),
  before: new Set(files.map(({ name }) => name)),
  since: older === 0 ? -Infinity : Math.min(...files.map(({ writtenAt }) => writtenAt)),
});

/** From here on what lay in the folder before is brought in too. */
export const takeBefore = (folder: WatchedFolder): WatchedFolder => ({
  ...folder,
  done: new Map([...folder.done].filter(([name]) => !folder.before.has(name))),
  since: -Infinity,
});

/**
 * Whether a film has what a file of a watched folder holds, by its bytes. A photo that came under another name is that file
 * only where it lay there before and no other file has the photo's name: a camera may write the same picture twice.
 */
export const isInFilm = (
  { photos }: Pick<Film, 'photos'>,
  { name, hash }: { readonly name: string; readonly hash: string },
  { before, seen }: WatchedFolder,
): boolean =>
  photos.some(
    (photo) => photo.hash === hash && (photo.name === name || (before.has(name) && !seen.has(photo.name))),
  );

/**
 * Looks into a folder once more. A file is complete when it is as it was at the look before, with something in it: what is still
 * written grows, or changes its time. One that is gone is forgotten, so that it may come again.
 */
export function lookInto(folder: WatchedFolder, files: readonly ListedFile[]): FolderLook {
  const { seen, done, since } = folder;
  const news = files.filter((file) => file.writtenAt >= since && !isSame(done.get(file.name), file));
  const complete = news.filter((file) => file.bytes > 0 && isSame(seen.get(file.name), file));
  const listed = byName(files);
  const stay = [...done].filter(([name]) => listed.has(name));
  return {
    folder: {
      ...folder,
      seen: listed,
      done: new Map([...stay, ...complete.map((file) => [file.name, file] as const)]),
    },
    complete: inNumberOrder(complete, ({ name }) => name),
    waiting: news.length - complete.length,
  };
}
