import {
  BlobReader,
  configure,
  Uint8ArrayReader,
  Uint8ArrayWriter,
  ZipReader,
  ZipWriter,
} from '@zip.js/zip.js';
import { declaredSize } from '../../../core/picture/declared-size';
import type { ProofFound } from '../../../core/print/proof';
import type { FilesOut } from '../../print/print-pictures';
import type { Sink } from '../../ports/sink';

// This runs in a worker already, and the policy of the page lets no script start from memory.
configure({ useWebWorkers: false });

/** Files of which nothing is left when it is given up. */
export interface OpenFiles extends FilesOut {
  end(): Promise<void>;
  discard(): Promise<void>;
}

/** Files into one ZIP archive, one at a time (PKWARE APPNOTE 6.3.3); pictures do not shrink. */
export function zipInto(sink: Sink): OpenFiles {
  let at = 0;
  const zip = new ZipWriter(
    new WritableStream<Uint8Array>({
      write: async (bytes) => {
        await sink.write(bytes, at);
        at += bytes.length;
      },
    }),
    { level: 0, extendedTimestamp: false },
  );
  return {
    add: async (name, bytes) => {
      await zip.add(name, new Uint8ArrayReader(bytes));
    },
    end: async () => {
      await zip.close();
      await sink.close();
    },
    discard: () => sink.discard(),
  };
}

/** Files into a folder that did not exist before; what was written of them is taken away when it is given up. */
export function folderInto(folder: FileSystemDirectoryHandle): OpenFiles {
  const names: string[] = [];
  return {
    add: async (name, bytes) => {
      const stream = await (await folder.getFileHandle(name, { create: true })).createWritable();
      names.push(name);
      await stream.write(bytes);
      await stream.close();
    },
    end: () => Promise.resolve(),
    discard: async () => {
      for (const name of names) await folder.removeEntry(name).catch(() => undefined);
    },
  };
}

function counted(sizes: Set<string>, bytes: Uint8Array, type: string): boolean {
  const size = declaredSize(bytes, type);
  if (size) sizes.add(`${size.width} × ${size.height}`);
  return size !== undefined;
}

/** Reads an archive of pictures through, with its checksums. */
export async function readZip(file: Blob, type: string): Promise<ProofFound> {
  const zip = new ZipReader(new BlobReader(file), { checkSignature: true });
  const sizes = new Set<string>();
  let count = 0;
  for await (const entry of zip.getEntriesGenerator()) {
    if (entry.directory) continue;
    if (counted(sizes, await entry.getData(new Uint8ArrayWriter()), type)) count++;
  }
  await zip.close();
  return { files: { count, sizes: [...sizes] } };
}

/** Reads the pictures of a folder. */
export async function readFolder(folder: FileSystemDirectoryHandle, type: string): Promise<ProofFound> {
  const sizes = new Set<string>();
  let count = 0;
  for await (const handle of folder.values()) {
    if (!(handle instanceof FileSystemFileHandle)) continue;
    const file = await handle.getFile();
    if (counted(sizes, new Uint8Array(await file.arrayBuffer()), type)) count++;
  }
  return { files: { count, sizes: [...sizes] } };
}
