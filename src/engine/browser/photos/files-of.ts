import { asName } from '../../../core/film/bounds';

/** Files as they were dropped, and the names of files and folders that could not be opened. */
export interface Dropped {
  readonly files: readonly File[];
  readonly unread: readonly string[];
}

/** Files and folders as they were dropped, folders opened all the way down. */
export async function filesOfDrop(transfer: DataTransfer): Promise<Dropped> {
  // Entries must be taken before the first await: the transfer is emptied when the event ends.
  const entries = Array.from(transfer.items, (item) => item.webkitGetAsEntry()).filter(
    (entry) => entry !== null,
  );
  if (entries.length === 0) return { files: Array.from(transfer.files), unread: [] };
  const files: File[] = [];
  const unread: string[] = [];
  for (const entry of entries) await collect(entry, files, unread);
  return { files, unread };
}

async function collect(entry: FileSystemEntry, files: File[], unread: string[]): Promise<void> {
  try {
    if (entry.isFile) {
      const file = await new Promise<File>((resolve, reject) =>
        (entry as FileSystemFileEntry).file(resolve, reject),
      );
      dropped.set(file, entry.fullPath.slice(1));
      files.push(file);
      return;
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader();
    // A reader gives at most a hundred entries at a time, and none when it is done.
    for (;;) {
      const some = await new Promise<FileSystemEntry[]>((resolve, reject) =>
        reader.readEntries(resolve, reject),
      );
      if (some.length === 0) return;
      for (const each of some) await collect(each, files, unread);
    }
  } catch {
    unread.push(entry.name);
  }
}

/** Where files that were dropped lay: the browser tells it of those that were chosen only. */
const dropped = new WeakMap<File, string>();

/** The folders that a file lay in, from the one that was chosen on. */
const foldersOf = (file: File): readonly string[] =>
  (dropped.get(file) ?? file.webkitRelativePath).split('/').slice(0, -1);

/** The name of the folder that files came in, where they came in one. */
export const folderName = (files: readonly File[]): string | undefined => files[0] && foldersOf(files[0])[0];

/**
 * The folder of each file below the one that they have in common, such as `scene 2`; none for files that lie in that one
 * itself. Files of one folder have none.
 */
export function foldersBelow(files: readonly File[]): ReadonlyMap<File, string> {
  const paths = files.map((file) => [file, foldersOf(file)] as const);
  const [first] = paths;
  let common = first?.[1].length ?? 0;
  for (const [, folders] of paths) {
    let same = 0;
    while (same < common && folders[same] === first?.[1][same]) same++;
    common = same;
  }
  return new Map(
    paths.flatMap(([file, folders]) =>
      folders.length > common ? [[file, asName(folders.slice(common).join('/'))] as const] : [],
    ),
  );
}

/** Files that computers put beside photos and nobody means to bring in. */
export const isMeant = (file: File): boolean => !/^(\.|thumbs\.db$|desktop\.ini$)/i.test(file.name);
