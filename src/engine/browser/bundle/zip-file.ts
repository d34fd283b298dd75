import { BlobReader, BlobWriter, configure, ZipWriter } from '@zip.js/zip.js';

// This runs in a worker already, and the policy of the page lets no script start from memory.
configure({ useWebWorkers: false });

/** A file to be written, read only when its turn comes. */
export interface OutFile {
  /** Path within the archive or folder, with `/` between its parts. */
  readonly name: string;
  readonly read: () => Promise<Blob>;
  /** For what shrinks; photos do not. */
  readonly deflate?: boolean;
}

/**
 * Writes files into one ZIP archive (PKWARE APPNOTE 6.3.3, ZIP64 where it is large), one at a time and in the order
 * given; sizes stand in front of each, so that a reader can go from the start to the end.
 */
export async function zipFile(
  files: readonly OutFile[],
  onFile: (done: number) => void = () => undefined,
): Promise<Blob> {
  const zip = new ZipWriter(new BlobWriter('application/zip'), {
    level: 0,
    dataDescriptor: false,
    extendedTimestamp: false,
  });
  for (const [i, file] of files.entries()) {
    await zip.add(file.name, new BlobReader(await file.read()), file.deflate ? { level: 6 } : {});
    onFile(i + 1);
  }
  return zip.close();
}
