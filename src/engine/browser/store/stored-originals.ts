import type { Originals } from '../../ports/originals';
import { originals } from './stores';

/** The files of photos as this browser keeps them. */
export const storedOriginals: Originals = {
  async read(hash) {
    const blob = await originals.getItem<Blob>(hash);
    return blob ? new Uint8Array(await blob.arrayBuffer()) : undefined;
  },
};
