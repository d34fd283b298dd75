declare global {
  /** File System Access, WICG draft; not in every browser. */
  function showSaveFilePicker(options?: {
    readonly suggestedName?: string;
    readonly types?: readonly { readonly accept: Readonly<Record<string, readonly string[]>> }[];
  }): Promise<FileSystemFileHandle>;
}

/** Whether this browser lets a page write into a file that the person picks. */
export const canPickFiles = (): boolean => 'showSaveFilePicker' in globalThis;

/**
 * Lets the person pick a file to be written; undefined where they did not. Needs a click or a key that was just pressed.
 * @throws the browser's error where it may not be written to.
 */
export async function pickFile(
  suggestedName: string,
  mediaType: string,
  ending: string,
): Promise<FileSystemFileHandle | undefined> {
  try {
    return await showSaveFilePicker({ suggestedName, types: [{ accept: { [mediaType]: [ending] } }] });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return undefined;
    throw error;
  }
}
