/** Files and folders as they were dropped, folders opened all the way down. */
export async function filesOfDrop(transfer: DataTransfer): Promise<File[]> {
  // Entries must be taken before the first await: the transfer is emptied when the event ends.
  const entries = Array.from(transfer.items, (item) => item.webkitGetAsEntry()).filter(
    (entry) => entry !== null,
  );
  if (entries.length === 0) return Array.from(transfer.files);
  const files: File[] = [];
  for (const entry of entries) await collect(entry, files);
  return files;
}

async function collect(entry: FileSystemEntry, files: File[]): Promise<void> {
  if (entry.isFile) {
    const file = await new Promise<File | undefined>((resolve) =>
      (entry as FileSystemFileEntry).file(resolve, () => resolve(undefined)),
    );
    if (file) files.push(file);
    return;
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  // A reader gives at most a hundred entries at a time, and none when it is done.
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((resolve) =>
      reader.readEntries(resolve, () => resolve([])),
    );
    if (some.length === 0) return;
    for (const each of some) await collect(each, files);
  }
}

/** Files that computers put beside photos and nobody means to bring in. */
export const isMeant = (file: File): boolean => !/^(\.|thumbs\.db$|desktop\.ini$)/i.test(file.name);
