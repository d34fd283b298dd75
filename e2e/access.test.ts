import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { chooseFiles, counter, layOut, tickets, useBrowser, openSettings } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';
import { bringInSounds, click, wav } from './sounds';
import { IS_LONG } from './extent';
import { violations } from './violations';

const { visit } = useBrowser();
const PART = { isPart: true };

/**
 * Findings of axe-core by daylight, and of its colour rules in the dark, where nothing else differs. Panels and dialogs are made
 * of the same colours as the stages around them: in the dark only `npm run test:long` looks at each.
 */
async function wrong(page: Page, { isPart = false } = {}): Promise<string[]> {
  const byDay = await violations(page);
  if (isPart && !IS_LONG) return byDay;
  await page.evaluate(() => void (document.documentElement.dataset['theme'] = 'dim'));
  const inTheDark = await violations(page, ['color-contrast']);
  await page.evaluate(() => void (document.documentElement.dataset['theme'] = 'day'));
  return [...byDay, ...inTheDark.map((each) => `in the dark: ${each}`)];
}

test('axe-core finds nothing on any main view, by daylight and in the dark', async () => {
  // The policy of the page keeps foreign scripts out, axe-core too.
  const { page } = await visit({ bypassCSP: true });
  await page.getByRole('heading', { name: 'Kermis' }).waitFor();
  await page.getByRole('button', { name: 'New film' }).waitFor();
  expect(await wrong(page)).toEqual([]);
  await chooseFiles(page, [
    ...(await numbered(12, 1)),
    { name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('shot list') },
  ]);
  expect(await wrong(page), 'the table of what came in').toEqual([]);
  await layOut(page);
  await page.reload();
  await page.getByTestId('counter').waitFor();
  await page.getByRole('button', { name: 'Sort', exact: true }).click();
  await page.getByRole('option', { name: /^PICT2.JPG/ }).click();
  expect(await wrong(page), 'chosen photos').toEqual([]);
  await page.keyboard.press('Enter');
  await page.getByTestId('look').waitFor();
  expect(await wrong(page, PART), 'a photo large').toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.getByTestId('choose-retouched').setInputFiles(await numbered(2, 1));
  await page.getByRole('button', { name: /^Swap / }).waitFor();
  expect(await wrong(page, PART), 'what comes back').toEqual([]);
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await bringInSounds(page, [wav('click.wav', click())]);
  await page.getByRole('button', { name: 'Add click.wav at the playhead' }).click();
  expect(await wrong(page, PART), 'a cue').toEqual([]);
  await page.getByRole('combobox', { name: 'Lane' }).selectOption('Music');
  await page.getByRole('button', { name: 'Beat', exact: true }).click();
  await page.getByRole('textbox', { name: 'Tempo' }).fill('120');
  await page.keyboard.press('Enter');
  expect(await wrong(page, PART), 'the beat').toEqual([]);
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await page.getByRole('combobox', { name: 'Microphone' }).selectOption('stand-in');
  await page.getByRole('button', { name: 'Open the microphone' }).click();
  await page.getByRole('button', { name: 'Close the microphone' }).waitFor();
  await page.getByRole('button', { name: 'Record from frame' }).click();
  await page.getByRole('button', { name: /^Delete Take/ }).waitFor();
  expect(await wrong(page, PART), 'takes').toEqual([]);
  await page.getByRole('button', { name: 'Mix', exact: true }).click();
  expect(await wrong(page), 'the mix').toEqual([]);
  await page.keyboard.press('Escape');
  for (const stage of ['Sort', 'Time', 'Mend', 'Print']) {
    await page.getByRole('button', { name: stage, exact: true }).click();
    expect(await wrong(page), stage).toEqual([]);
    if (stage !== 'Mend') continue;
    await page.getByRole('button', { name: 'Paint out' }).click();
    await page.getByRole('button', { name: 'Make one' }).waitFor();
    expect(await wrong(page, PART), 'paint out').toEqual([]);
    await page.getByRole('button', { name: 'Key', exact: true }).click();
    await page.getByRole('button', { name: 'Keep', exact: true }).click();
    expect(await wrong(page, PART), 'key').toEqual([]);
    await page.getByRole('button', { name: 'Draw on top' }).click();
    await page.getByRole('group', { name: 'What is drawn with' }).waitFor();
    expect(await wrong(page, PART), 'draw').toEqual([]);
  }
  await page.getByRole('button', { name: 'Mend', exact: true }).click();
  for (const [tool, onPicture] of [
    ['Steady', /^The photo: drag it/],
    ['Framing', /^Crop, /],
    ['Colour', /^LUT$/],
  ] as const) {
    await page.getByRole('button', { name: tool, exact: true }).click();
    await page.getByRole('button', { name: onPicture }).waitFor();
    expect(await wrong(page, PART), tool).toEqual([]);
  }
  await page.keyboard.press('n');
  await page.getByRole('slider', { name: /^Divider/ }).waitFor();
  expect(await wrong(page, PART), 'before and after').toEqual([]);
  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await tickets(page).nth(2).click();
  await page.keyboard.press('c');
  await page.keyboard.press('f');
  await page.keyboard.press('[');
  await page.keyboard.press('g');
  expect(await wrong(page), 'flags, a cycle and ghosts').toEqual([]);
  await page.getByRole('button', { name: 'Poses', exact: true }).click();
  expect(await wrong(page, PART), 'a cycle').toEqual([]);
  await page.getByRole('button', { name: 'History', exact: true }).click();
  expect(await wrong(page, PART), 'what was done').toEqual([]);
  await page.keyboard.press('Control+k');
  expect(await wrong(page, PART), 'commands').toEqual([]);
  await page.keyboard.press('Escape');
  await openSettings(page);
  await page.getByLabel('Rate', { exact: true }).selectOption('12 frames a second');
  expect(await wrong(page, PART), 'settings').toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'All shortcuts' }).click();
  expect(await wrong(page, PART), 'keys').toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('F1');
  expect(await wrong(page, PART), 'the guide').toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'All films' }).click();
  await page
    .getByRole('button', { name: /Untitled film/ })
    .first()
    .waitFor();
  expect(await wrong(page)).toEqual([]);
});

test('without a mouse: choose poses, set their hold, move them, from the strip', async () => {
  const { page } = await visit();
  await openFilmOf(page, await numbered(5, 1));
  const strip = page.getByRole('listbox', { name: 'Poses of the film' });
  await strip.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('3');
  await page.keyboard.press('Alt+ArrowRight');
  const labels = await tickets(page).evaluateAll((all) => all.map((each) => each.getAttribute('aria-label')));
  expect(labels.map((label) => label?.replace(/^Pose \d+, /, ''))).toEqual([
    'PICT1.JPG, held 2 frames',
    'PICT4.JPG, held 2 frames',
    'PICT2.JPG, held 3 frames',
    'PICT3.JPG, held 3 frames',
    'PICT5.JPG, held 2 frames',
  ]);
  const active = await strip.getAttribute('aria-activedescendant');
  expect(await page.locator(`#${active ?? 'none'}`).getAttribute('aria-label')).toContain('PICT3.JPG');
  expect(await page.getByRole('option', { selected: true }).and(tickets(page)).count()).toBe(2);
  await page.keyboard.press('Escape');
  expect(await page.getByRole('option', { selected: true }).and(tickets(page)).count()).toBe(0);
  await expect.poll(async () => (await counter(page)).frames).toBe(12);
  // As a screen reader clicks: nowhere.
  await tickets(page).nth(3).dispatchEvent('click');
  expect(await tickets(page).nth(3).getAttribute('aria-selected')).toBe('true');
  // Behind 2, 2 and 3 frames.
  await expect.poll(async () => (await counter(page)).frame).toBe(8);
});
