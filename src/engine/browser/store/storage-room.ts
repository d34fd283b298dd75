/** What an import needs and what the browser grants, in bytes. */
export interface StorageRoom {
  readonly needed: number;
  readonly free: number;
}

/** Preview and thumbnail of a photo take about this much beside the original, in bytes. */
const SMALL_PICTURES = 140_000;

/** What the browser keeps for this origin and what it still grants, in bytes; undefined where it does not say. */
export async function storageUse(): Promise<{ readonly used: number; readonly free: number } | undefined> {
  try {
    const { quota, usage } = await navigator.storage.estimate();
    if (quota === undefined || usage === undefined) return undefined;
    return { used: usage, free: Math.max(0, quota - usage) };
  } catch {
    return undefined;
  }
}

const askToKeep = async (): Promise<boolean> => navigator.storage.persist();

/**
 * Compares files with the room that the browser still grants; undefined where it does not say. Asks the browser not
 * to clear the store by itself when space runs short elsewhere.
 */
export async function storageRoom(
  files: readonly { readonly size: number }[],
): Promise<StorageRoom | undefined> {
  // What is answered changes nothing here: an unkept promise costs as much as none.
  void askToKeep().catch(() => false);
  const use = await storageUse();
  const needed = files.reduce((sum, file) => sum + file.size + SMALL_PICTURES, 0);
  return use && { needed, free: use.free };
}
