import type { PictureFile } from '../../../core/film/film';
import { originals } from '../store/stores';
import { PhotoThreads } from './photo-threads';

/** Makes the small pictures of files anew out of their originals; gives those of which none could be made. */
export async function remakePictures(
  files: readonly PictureFile[],
  signal: AbortSignal,
  onDone: (done: number) => void,
): Promise<readonly PictureFile[]> {
  const threads = new PhotoThreads(files.length);
  const failed: PictureFile[] = [];
  let next = 0;
  let done = 0;
  const work = async (): Promise<void> => {
    for (let file = files[next++]; file && !signal.aborted; file = files[next++]) {
      const original = await originals.getItem<Blob>(file.hash);
      const outcome =
        original &&
        (await threads.bringIn(new File([original], file.name), {
          signal,
          expected: file.hash,
          isStored: true,
        }));
      if (outcome?.ok) onDone(++done);
      else failed.push(file);
    }
  };
  try {
    await Promise.all(Array.from({ length: threads.size }, work));
  } finally {
    threads.close();
  }
  signal.throwIfAborted();
  return failed;
}
