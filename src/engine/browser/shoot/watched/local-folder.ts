import type { FolderList, ListedFile } from '../../../../core/shoot/watched-files';
import type { WatchedPlace } from './watched-place';

type Picker = (options: { readonly id: string; readonly mode: 'read' }) => Promise<FileSystemDirectoryHandle>;

const picker = (): Picker | undefined => (globalThis as { showDirectoryPicker?: Picker }).showDirectoryPicker;

/** Whether this browser lets a page read a folder again and again (File System Access). */
export const canPickFolder = (): boolean => picker() !== undefined;

/** Files that were brought in are looked at again so many at a time: a folder may hold thousands. */
const AT_A_TIME = 100;

/** A folder of this machine. */
class LocalFolder implements WatchedPlace {
  readonly #handle: FileSystemDirectoryHandle;
  readonly #known = new Map<string, ListedFile>();
  #turn = 0;

  constructor(handle: FileSystemDirectoryHandle) {
    this.#handle = handle;
  }

  get name(): string {
    return this.#handle.name;
  }

  async list(isDone: (name: string) => boolean): Promise<FolderList> {
    const files: FileSystemFileHandle[] = [];
    for await (const entry of this.#handle.values())
      if (entry instanceof FileSystemFileHandle) files.push(entry);
    const done = files.filter(({ name }) => isDone(name) && this.#known.has(name));
    const start = (this.#turn++ * AT_A_TIME) % Math.max(1, done.length);
    const again = new Set(done.slice(start, start + AT_A_TIME).map(({ name }) => name));
    const listed = await Promise.all(
      files.map(async (file): Promise<readonly ListedFile[]> => {
        const known = this.#known.get(file.name);
        if (known && isDone(file.name) && !again.has(file.name)) return [known];
        // One that is being written may be locked, and one that was there may be gone.
        const facts = await file.getFile().catch(() => undefined);
        if (!facts) return [];
        const now = { name: file.name, bytes: facts.size, writtenAt: facts.lastModified };
        this.#known.set(file.name, now);
        return [now];
      }),
    );
    return { files: listed.flat(), older: 0 };
  }

  async read(name: string): Promise<File> {
    return (await this.#handle.getFileHandle(name)).getFile();
  }
}

/** Lets the person pick a folder; undefined where none was picked. */
export async function pickFolder(): Promise<WatchedPlace | undefined> {
  try {
    const handle = await picker()?.({ id: 'watched', mode: 'read' });
    return handle && new LocalFolder(handle);
  } catch (error) {
    if ((error as DOMException).name === 'AbortError') return undefined;
    throw error;
  }
}
