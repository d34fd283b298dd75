import type { Film } from '../../../core/film/film';
import { filesOf } from '../../../core/film/photo-picture';
import { originals } from './stores';

/** Hashes of the files that a film names and that are not in this browser. */
export async function missingFiles({ photos, sounds }: Film): Promise<ReadonlySet<string>> {
  const here = new Set(await originals.keys());
  return new Set(
    [...filesOf(photos).keys(), ...sounds.map(({ hash }) => hash)].filter((hash) => !here.has(hash)),
  );
}
