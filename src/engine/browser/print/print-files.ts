import { isFull } from '../../faults/is-full';
import type { Sink } from '../../ports/sink';
import { ToldError } from '../../../core/time/told-error';

const FOLDER = 'prints';

const folder = async (): Promise<FileSystemDirectoryHandle> =>
  (await navigator.storage.getDirectory()).getDirectoryHandle(FOLDER, { create: true });

/** A file of a finished print, by its name in the browser's own files. */
export const printFile = async (name: string): Promise<File> =>
  (await (await folder()).getFileHandle(name)).getFile();

/** Deletes a print's file; nothing happens where there is none. */
export async function deletePrintFile(name: string): Promise<void> {
  await (await folder()).removeEntry(name).catch(() => undefined);
}

/** Names of all files that prints have left, finished or not. */
export async function printFileNames(): Promise<readonly string[]> {
  return namesIn(await folder());
}

async function namesIn(each: FileSystemDirectoryHandle): Promise<readonly string[]> {
  const names: string[] = [];
  for await (const name of each.keys()) names.push(name);
  return names;
}

/** Opens a file among the browser's own for writing, in a worker; what was in it is gone. */
export async function ownSink(name: string): Promise<Sink> {
  const handle = await (await folder()).getFileHandle(name, { create: true });
  const access = await handle.createSyncAccessHandle();
  access.truncate(0);
  return {
    write: (bytes, at) => {
      try {
        if (access.write(bytes, { at }) === bytes.length) return Promise.resolve();
      } catch (error) {
        if (!isFull(error)) throw error;
      }
      return Promise.reject(new ToldError('There is no more room for the file in this browser.'));
    },
    close: () => {
      access.flush();
      access.close();
      return Promise.resolve();
    },
    discard: async () => {
      access.close();
      await deletePrintFile(name);
    },
  };
}

/** Opens a file that the person picked: nothing stands under its name until it is complete. */
export async function pickedSink(handle: FileSystemFileHandle): Promise<Sink> {
  const stream = await handle.createWritable();
  return {
    write: async (bytes, at) => {
      try {
        await stream.write({ type: 'write', position: at, data: bytes as Uint8Array<ArrayBuffer> });
      } catch (error) {
        throw isFull(error) ? new ToldError('There is no more room on the disk.') : error;
      }
    },
    close: () => stream.close(),
    discard: () => stream.abort().catch(() => undefined),
  };
}

/** Deletes everything in a folder. */
export async function emptyFolder(each: FileSystemDirectoryHandle): Promise<void> {
  for (const name of await namesIn(each)) await each.removeEntry(name);
}

/** Deletes a file that the person picked, where the browser can (File System, `remove`, not in every browser). */
export async function removeFile(handle: FileSystemFileHandle): Promise<void> {
  const removable = handle as FileSystemFileHandle & { remove?: () => Promise<void> };
  await removable.remove?.();
}
