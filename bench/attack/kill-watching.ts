import { copyFile, readdir, rm } from 'node:fs/promises';
import { basename, join } from 'node:path';
import type { Page } from 'playwright-core';
import { savedFilm } from '../../e2e/shooting';
import { pause } from './acts';
import type { Kill } from './kills';
import { Victim } from './victim';

/** Photos that are written into the folder: so many in all, and of these after the kill. */
const ALL = 16;
const AFTER = 4;

async function watchAgain(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Folder', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Also add files that are there already' }).check();
  await page.getByRole('button', { name: /^Watch the server’s/ }).click();
  await page.getByTestId('watched').waitFor();
}

/** Kills the browser while files are written into a watched folder, then watches again and writes more files. */
export const killWatching: Kill = async (base, { photos, watched }, next) => {
  for (const name of await readdir(watched)) await rm(join(watched, name));
  const write = (path: string): Promise<void> => copyFile(path, join(watched, basename(path)));
  const victim = await Victim.in(base);
  try {
    const { page } = victim;
    await page.getByRole('button', { name: 'New film' }).click();
    await page.getByRole('button', { name: 'Shoot', exact: true }).click();
    await page.getByRole('button', { name: 'Folder', exact: true }).click();
    await page.getByRole('button', { name: /^Watch the server’s/ }).click();
    await victim.watch('[data-testid=watched]', ': ([\\d,]+) photos? added');
    const writing = (async () => {
      for (const path of photos.slice(0, ALL - AFTER)) {
        await write(path);
        await pause(next() * 300);
      }
    })();
    await pause(600 + next() * 4000);
    const must = (await victim.kill()) ?? 0;
    await writing;
    await victim.start();
    await victim.page.getByRole('button', { name: 'Shoot', exact: true }).click();
    await pause(800);
    const { length: there } = (await savedFilm(victim.page)).poses;
    if (there < must) return `watching: ${must} photos were said to be in, ${there} are`;
    await watchAgain(victim.page);
    for (const path of photos.slice(ALL - AFTER, ALL)) await write(path);
    const tickets = victim.page.getByTestId('shoot-where').getByText(new RegExp(`^${ALL} poses? `));
    await tickets.waitFor({ timeout: 30_000 }).catch(() => undefined);
    // One that came twice would come by now.
    await pause(1500);
    const film = await savedFilm(victim.page);
    const names = film.poses.map(({ name }) => name);
    if (film.photos.length !== ALL || names.length !== ALL || new Set(names).size !== ALL)
      return `watching: ${ALL} files became ${film.photos.length} photos and ${names.length} poses`;
    return undefined;
  } finally {
    await victim.end();
  }
};
