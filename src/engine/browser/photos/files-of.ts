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
      files.push(
        await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject)),
      );
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

/** Files that computers put beside photos and nobody means to bring in. */
export const isMeant = (file: File): boolean => !/^(\.|thumbs\.db$|desktop\.ini$)/i.test(file.name);
