/** Puts the demo film into one file that the server streams: `npx tsx demo/bundle.ts`. */
import { mkdir, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { filmFiles } from '../src/engine/browser/bundle/film-file';
import { zipFile } from '../src/engine/browser/bundle/zip-file';
import { demoBundlePath } from '../src/engine/server/settings';
import { demoFilm } from './film';

const { film, originals } = await demoFilm();
const path = demoBundlePath();
await mkdir(dirname(path), { recursive: true });
const file = await zipFile(
  filmFiles(film, (hash, name) => {
    const bytes = originals.get(hash);
    return bytes
      ? Promise.resolve(new Blob([Uint8Array.from(bytes)]))
      : Promise.reject(new Error(`The original of ${name} is missing.`));
  }),
);
await writeFile(path, Buffer.from(await file.arrayBuffer()));
