/**
 * Makes the sounds of the demo film in demo/sounds: `npx tsx demo/make-sounds.ts`.
 * The line is spoken by Debian's espeak-ng; all else is computed here.
 */
import { execFileSync } from 'node:child_process';
import { writeFile } from 'node:fs/promises';
import { resolve } from 'node:path';
import { bell, crowd, hoofClops, organWaltz } from './sounds/instruments';
import { wavOf } from './sounds/wav';

const file = (name: string): string => resolve(import.meta.dirname, 'sounds', name);

await writeFile(file('organ-waltz.wav'), wavOf(organWaltz(), 0.6));
await writeFile(file('hoof-clops.wav'), wavOf(hoofClops()));
await writeFile(file('booth-bell.wav'), wavOf(bell(), 0.6));
await writeFile(file('crowd.wav'), wavOf(crowd(), 0.3));
execFileSync('espeak-ng', [
  '-v',
  'en-gb',
  '-p',
  '68',
  '-s',
  '128',
  '-g',
  '6',
  '-w',
  file('wait-for-me.wav'),
  'Wait! For me!',
]);
