import { movePuppet, STANDING } from '../../src/core/shoot/stand-in/puppet';
import { hasPoses, openStandIn, poses, savedFilm } from '../../e2e/shooting';
import { pause } from './acts';
import type { Kill } from './kills';
import { Victim } from './victim';

/** Steps that the puppet goes to the right of where it stands at first, with room for more. */
const MAX_STEPS = 60;

/** Kills the browser while photos are taken as fast as possible; the puppet moves a step after each. */
export const killShooting: Kill = async (base, _material, next) => {
  const victim = await Victim.in(base);
  try {
    const { page } = victim;
    await openStandIn(page);
    await victim.watch('[data-testid=shoot-where] span', '([\\d,]+) poses?');
    const presses = (async () => {
      for (let i = 0; i < MAX_STEPS; i++) {
        await page.keyboard.press('Enter');
        await page.keyboard.press('Shift+ArrowRight');
        await pause(next() * 120);
      }
    })().catch(() => undefined);
    await pause(400 + next() * 2500);
    const must = (await victim.kill()) ?? 0;
    await presses;
    await victim.start();
    const again = victim.page;
    await again.getByRole('button', { name: 'Open the camera' }).first().waitFor();
    // Photos that were stored but not yet in the film come in by themselves.
    await pause(1500);
    const film = await savedFilm(again);
    if (film.poses.length < must)
      return `shooting: ${must} photos were shown to be in the film, ${film.poses.length} are`;
    const spare = film.photos.length - film.poses.length;
    if (spare !== 0) return `shooting: ${spare} photos are in the tray, and in no pose`;
    // Each as the puppet stood at its press, in order, none left out between two that are there.
    let puppet = STANDING;
    for (const [i, pose] of film.poses.entries()) {
      if (typeof pose.puppet === 'string' || pose.puppet.x !== puppet.x)
        return `shooting: photo ${i + 1} of ${film.poses.length}, ${pose.name}, is another`;
      puppet = movePuppet(puppet, 8, 0);
    }
    // It goes on from there.
    await again.getByRole('combobox', { name: 'Camera', exact: true }).selectOption('stand-in');
    await again.getByRole('button', { name: 'Open the camera' }).first().click();
    await again.getByTestId('live').waitFor();
    const before = await poses(again);
    await again.keyboard.press('Enter');
    await hasPoses(again, before + 1);
    return undefined;
  } finally {
    await victim.end();
  }
};
