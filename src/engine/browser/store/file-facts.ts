import { nextTask } from '../threads/next-task';

/** What the system knows of a file without reading it. */
export interface FileFacts {
  readonly file: File;
  /** Bytes. */
  readonly size: number;
  /** Milliseconds since 1970. */
  readonly modifiedAt: number;
}

/** The page is let go for other work after so long, in milliseconds. */
const SLICE = 10;

/** Asks the system about files. Each question halts the page for a moment: with thousands it is let go in between. */
export async function fileFacts(files: readonly File[]): Promise<readonly FileFacts[]> {
  const facts: FileFacts[] = [];
  let started = performance.now();
  for (const file of files) {
    facts.push({ file, size: file.size, modifiedAt: file.lastModified });
    if (performance.now() - started < SLICE) continue;
    await nextTask();
    started = performance.now();
  }
  return facts;
}
