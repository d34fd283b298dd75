/** Puts the demo film into one file that the server streams: `npx tsx demo/bundle.ts`. */
import { mkdir, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { writeBundle } from '../src/core/formats/bundle';
import { demoBundlePath } from '../src/engine/server/settings';
import { demoFilm } from './film';

const { film, originals } = await demoFilm();
const path = demoBundlePath();
await mkdir(dirname(path), { recursive: true });
await writeFile(path, writeBundle(film, originals));
