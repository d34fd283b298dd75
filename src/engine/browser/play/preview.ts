import { previews } from '../store/stores';

/** A photo's picture as it is played, upright, at most 960 wide; the caller closes it. Undefined when none is kept. */
export async function previewPicture(hash: string): Promise<ImageBitmap | undefined> {
  const blob = await previews.getItem<Blob>(hash).catch(() => null);
  return blob ? createImageBitmap(blob) : undefined;
}
