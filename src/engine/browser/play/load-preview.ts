import { previews } from '../store/stores';

/** Decodes the picture that a photo is played with, by the hash of its file; undefined where none is kept. */
export async function loadPreview(hash: string): Promise<ImageBitmap | undefined> {
  const blob = await previews.getItem<Blob>(hash);
  return blob ? createImageBitmap(blob) : undefined;
}
