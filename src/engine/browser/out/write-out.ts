import type { ProxyMarked, Remote } from 'comlink';
import type { Film } from '../../../core/film/film';
import type { Recipe } from '../../../core/picture/recipe';
import type { WrittenFile } from '../../../core/film/retouch/written-names';
import { WorkerPool } from '../threads/worker-pool';
import { withProgress } from '../threads/with-progress';
import type { OutWorker, TextFile } from './out.worker';

type OnFile = (done: number) => void;

const workers = new WorkerPool<OutWorker>(
  'write files',
  () => new Worker(new URL('./out.worker.ts', import.meta.url), { type: 'module' }),
  { warm: 0, most: 2 },
);

/** Has a worker do something; rejects with the signal's reason when it is stopped. */
const withWorker = <T>(
  signal: AbortSignal,
  onFile: OnFile,
  work: (remote: Remote<OutWorker>, tell: OnFile & ProxyMarked) => Promise<T>,
): Promise<T> => withProgress(onFile, (tell) => workers.run((remote) => work(remote, tell), signal));

/** A film with all its files as one `.kermis` file. Rejects when a file is missing or the work is stopped. */
export const writeFilmFile = (film: Film, signal: AbortSignal, onFile: OnFile): Promise<Blob> =>
  withWorker(signal, onFile, (remote, tell) => remote.filmZip(film, tell));

/** What is stored of a film that cannot be read, with all files that it names, as one `.kermis` file. */
export const writeStoredFilm = (id: string, signal: AbortSignal): Promise<Blob> =>
  withWorker(
    signal,
    () => undefined,
    (remote) => remote.storedZip(id),
  );

/** A recipe's picture, at the film's size, as PNG. */
export const writeFramePng = (recipe: Recipe, name: string): Promise<Blob> =>
  workers.run((remote) => remote.framePng(recipe, name));

/** Texts as files of one ZIP archive. */
export const writeTextsZip = (files: readonly TextFile[]): Promise<Blob> =>
  workers.run((remote) => remote.textsZip([...files]));

/** Photos for retouching as one ZIP archive. */
export const writePhotosZip = (
  written: readonly WrittenFile[],
  film: Film,
  signal: AbortSignal,
  onFile: OnFile,
): Promise<Blob> => withWorker(signal, onFile, (remote, tell) => remote.photosZip([...written], film, tell));

/** Whether this browser lets a page write into a folder that the person picks. */
export const canWriteFolders = (): boolean => 'showDirectoryPicker' in globalThis;

declare global {
  /** File System Access, WICG draft; not in every browser. */
  function showDirectoryPicker(options?: {
    readonly mode?: 'read' | 'readwrite';
  }): Promise<FileSystemDirectoryHandle>;
}

/**
 * Lets the person pick a folder; undefined where they did not. Needs a click or a key that was just pressed.
 * @throws the browser's error where it may not be written to.
 */
export async function pickFolder(): Promise<FileSystemDirectoryHandle | undefined> {
  try {
    return await showDirectoryPicker({ mode: 'readwrite' });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return undefined;
    throw error;
  }
}

/** A folder within `parent` that did not exist: nothing that lies there is ever written over. */
export async function freshFolder(
  parent: FileSystemDirectoryHandle,
  name: string,
): Promise<FileSystemDirectoryHandle> {
  for (let i = 1; ; i++) {
    const tried = i === 1 ? name : `${name} ${i}`;
    const exists = await parent.getDirectoryHandle(tried).then(
      () => true,
      (error: unknown) => (error as DOMException).name !== 'NotFoundError',
    );
    if (!exists) return parent.getDirectoryHandle(tried, { create: true });
  }
}

/** Photos for retouching as files of a new folder within `parent`; gives the new folder's name. */
export async function writePhotosInto(
  parent: FileSystemDirectoryHandle,
  name: string,
  written: readonly WrittenFile[],
  film: Film,
  signal: AbortSignal,
  onFile: OnFile,
): Promise<string> {
  const folder = await freshFolder(parent, name);
  await withWorker(signal, onFile, (remote, tell) => remote.photosInto(folder, [...written], film, tell));
  return folder.name;
}
