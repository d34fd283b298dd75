/**
 * Attacks the built app: bad requests, broken film files, and kills of the browser at moments drawn by lot. `npm run attack`;
 * with a number, that part of all tries in a hundred; `--base URL` attacks a server that runs already.
 */
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { zipSync, type Zippable, unzipSync } from 'fflate';
import { serveBuilt } from '../../scripts/serve-built';
import { attackWithFilms } from './films';
import { attackWithKills, KILLS, type KillName } from './kills';
import { attackWithRequests } from './requests';
import { filmOfPhotos, somePhotos } from './photos';
import type { Tally } from './tally';

const args = process.argv.slice(2);
const at = args.indexOf('--base');
const given = at < 0 ? undefined : args.splice(at, 2)[1];
const share = Number(args.find((arg) => /^\d+$/.test(arg)) ?? 100) / 100;
const only = args.filter((arg) => !/^\d+$/.test(arg));
const wants = (what: string): boolean => only.length === 0 || only.includes(what);
const of = (count: number): number => Math.max(1, Math.round(count * share));

const tallies: Tally[] = [];
const told = (tally: Tally): void => {
  tallies.push(tally);
  console.log(`${tally.what}: ${tally.tried} tried, ${tally.harm.length} with harm`);
  for (const harm of tally.harm) console.log(`  ${harm}`);
};

const folder = await mkdtemp(join(tmpdir(), 'kermis-attack-'));
// The folder of `attack watch`; a server that runs already may watch it too.
const watched = process.env['KERMIS_WATCH'] ?? (await mkdtemp(join(folder, 'watched-')));
process.env['KERMIS_WATCH'] = watched;
const { base, stop } = given === undefined ? await serveBuilt() : { base: given, stop: () => undefined };
try {
  if (wants('requests')) told(await attackWithRequests(base, of(100)));
  const photos = await somePhotos(folder, 60);
  const film = await filmOfPhotos(photos);
  if (wants('films')) {
    const small = await filmOfPhotos(photos.slice(0, 3), 300);
    const entries = unzipSync(small);
    const packed = (document: string): Uint8Array =>
      zipSync(
        {
          'film.json': new TextEncoder().encode(document),
          ...(Object.fromEntries(
            Object.entries(entries).filter(([name]) => name !== 'film.json'),
          ) as Zippable),
        },
        { level: 0 },
      );
    told(attackWithFilms(small, packed, of(2000)));
  }
  const path = join(folder, 'sixty photos.kermis');
  await writeFile(path, film);
  const material = { photos, film: path, filmPhotos: photos.length, watched };
  for (const kind of Object.keys(KILLS) as readonly KillName[])
    if (wants(kind)) told(await attackWithKills(base, kind, of(KILLS[kind].tries), material));
} finally {
  stop();
  await rm(folder, { recursive: true, force: true });
}
const harm = tallies.reduce((sum, tally) => sum + tally.harm.length, 0);
console.log(`\n${tallies.reduce((sum, { tried }) => sum + tried, 0)} tried, ${harm} with harm`);
process.exitCode = harm > 0 ? 1 : 0;
