/** `npm run screenshots`: one picture of each main view for docs/screenshots, from the demo film. Needs a build. */
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { launch, openDemoFilm } from '../e2e/browser';
import { FIRST_FILM } from '../e2e/first-film';
import { keyedPhotos } from '../e2e/keyed-photos';
import { hasPoses, openStandIn } from '../e2e/shooting';
import { serveBuilt } from './serve-built';

const shot = async (page: Page, name: string): Promise<void> => {
  // Pictures fade in from their store.
  await page.waitForTimeout(900);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};
const press = (page: Page, name: string): Promise<void> =>
  page.getByRole('button', { name, exact: true }).click();

const server = await serveBuilt();
const browser = await launch();
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${server.base}/films`);
  await openDemoFilm(page);
  const ruler = await page.getByTestId('ruler').boundingBox();
  if (!ruler) throw new Error('no strip');
  await page.mouse.click(ruler.x + ruler.width * 0.44, ruler.y + 8);
  await shot(page, 'time');

  for (let i = 0; i < 5; i++) await page.keyboard.press('i');
  await page.waitForTimeout(300);
  const tickets = page.getByRole('listbox', { name: 'Poses of the film' }).getByRole('option');
  const here = await page.locator('[role=option][aria-current=true]').getAttribute('aria-posinset');
  const first = await tickets.first().getAttribute('aria-posinset');
  const at = Number(here) - Number(first);
  await tickets.nth(at).click();
  await tickets.nth(at + 4).click({ modifiers: ['Shift'] });
  await page.keyboard.press('c');
  await page.getByRole('combobox', { name: 'Way' }).selectOption('there and back');
  await shot(page, 'time-close');
  await page.keyboard.press('Escape');
  await page.keyboard.press('f');
  await page.getByRole('textbox', { name: 'Words', exact: true }).fill('calls out');
  await page.keyboard.press('Enter');
  await page.keyboard.press('g');
  await page.keyboard.press('q');
  await page.keyboard.press('g');
  await page.keyboard.press('q');
  await page.keyboard.press('w');

  await press(page, 'All shortcuts');
  await shot(page, 'keys');
  await page.keyboard.press('Escape');
  await press(page, 'Sort');
  const cards = page.locator('[data-photo]');
  await cards.nth(6).click();
  await cards.nth(8).click({ modifiers: ['Shift'] });
  await page.keyboard.press('Delete');
  await cards.nth(11).click();
  await cards.nth(13).click({ modifiers: ['Shift'] });
  await shot(page, 'sort');
  await page.keyboard.press('Escape');
  await page.getByTestId('choose-retouched').setInputFiles(
    await Promise.all(
      [470, 471, 472, 473].map(async (number) => ({
        name: `PICT0${number} graded.jpg`,
        mimeType: 'image/jpeg',
        buffer: await sharp(`demo/photos/PICT0${number}.JPG`)
          .modulate({ brightness: 1.12, hue: 14 })
          .jpeg({ quality: 90 })
          .toBuffer(),
      })),
    ),
  );
  await page.getByRole('button', { name: /^Swap \d/ }).waitFor();
  await press(page, 'Cancel');
  await page.keyboard.press('Control+z');
  await press(page, 'Mend');
  await goToPose(page, 66);
  await press(page, 'Match to this');
  const matching = page.getByRole('button', { name: /^Stop matching/ });
  await matching.waitFor();
  await matching.waitFor({ state: 'detached', timeout: 60_000 });
  await goToPose(page, 45);
  await press(page, 'Both');
  await page.waitForTimeout(1500);
  await shot(page, 'mend');
  await press(page, 'After');
  await press(page, 'Framing');
  await page.getByLabel('Zoom, %').fill('140');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Crop, 140/ }).waitFor();
  await page.waitForTimeout(1500);
  await shot(page, 'framing');
  await press(page, 'Steady');
  await page.keyboard.press('Control+z');
  await goToPose(page, 93);
  await page.getByRole('checkbox', { name: 'Rotation' }).check();
  await page.getByRole('checkbox', { name: 'Scale' }).check();
  await press(page, 'Steady it');
  const steadying = page.getByRole('button', { name: /^Stop steadying/ });
  await steadying.waitFor();
  await steadying.waitFor({ state: 'detached', timeout: 60_000 });
  await goToPose(page, 112);
  await page.mouse.move(760, 250);
  await page.getByRole('combobox', { name: 'Overlay' }).selectOption('difference');
  await page.waitForTimeout(1500);
  await page.getByRole('combobox', { name: 'Remove' }).scrollIntoViewIfNeeded();
  await shot(page, 'steady');
  await page.getByRole('combobox', { name: 'Overlay' }).selectOption('none');
  await press(page, 'Colour');
  await page.getByRole('combobox', { name: 'Add' }).selectOption('warmth');
  await page.getByRole('textbox', { name: 'Warmth' }).fill('0.4');
  await page.keyboard.press('Enter');
  await page.getByRole('combobox', { name: 'Add' }).selectOption('curves');
  await press(page, 'Add a point');
  await page.getByRole('button', { name: /^Point 2 of the curve/ }).focus();
  await page.keyboard.press('Shift+ArrowUp');
  await press(page, 'Both');
  await page.waitForTimeout(1500);
  await page.getByRole('figure').scrollIntoViewIfNeeded();
  await shot(page, 'colour');
  await press(page, 'After');
  await press(page, 'Reset');
  await press(page, 'Light');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await press(page, 'Sound');
  await press(page, 'Words');
  await press(page, 'Mark the words');
  for (const [i, text] of ['Wait!', 'For me!'].entries()) {
    await page
      .getByRole('textbox', { name: /^Word on frame/ })
      .nth(i)
      .fill(text);
    await page.keyboard.press('Enter');
  }

  async function goToPose(page: Page, pose: number): Promise<void> {
    await page.keyboard.press('Control+k');
    await page.keyboard.type(`pose ${pose}`);
    await page.keyboard.press('Enter');
  }
  await press(page, 'Cue');
  await page.locator('[data-cue=for-me]').click();
  await page.mouse.move(900, 545);
  await shot(page, 'sound');
  await press(page, 'Words');
  await page
    .getByRole('button', { name: /^Go to the word/ })
    .nth(1)
    .click();
  for (let i = 0; i < 3; i++) await page.keyboard.press('i');
  await shot(page, 'words');
  await page.keyboard.press('w');
  await press(page, 'Beat');
  await press(page, 'Find the beat');
  await page.getByTestId('frames-to-beat').waitFor();
  await page.getByLabel('Beats to a bar').selectOption('3');
  await press(page, 'Record');
  await page.getByRole('combobox', { name: 'Microphone' }).selectOption('stand-in');
  await page.keyboard.press('Home');
  for (let i = 0; i < 30; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('e');
  await page.getByRole('timer').filter({ hasText: 'Recording 3.' }).waitFor();
  await page.keyboard.press('e');
  await page.getByRole('button', { name: 'Use it' }).click();
  await page.getByRole('button', { name: /^Take 1\.wav in Dialogue/ }).waitFor();
  await page.getByRole('button', { name: /^Record from/ }).scrollIntoViewIfNeeded();
  await page.keyboard.press('e');
  await page.getByRole('timer').filter({ hasText: 'Recording 1.' }).waitFor();
  await shot(page, 'record');
  await page.keyboard.press('e');
  await page.getByRole('timer').waitFor({ state: 'detached' });
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Escape');
  await press(page, 'Print');
  await press(page, 'Print the film');
  await page.getByRole('button', { name: 'Save to disk' }).waitFor({ timeout: 120_000 });
  await page.getByTestId('proof').evaluate(
    (element) =>
      new Promise((resolve) => {
        const video = element as HTMLVideoElement;
        video.addEventListener('seeked', resolve, { once: true });
        video.currentTime = 7.3;
      }),
  );
  await page.mouse.move(900, 545);
  await page.waitForTimeout(3000);
  await shot(page, 'print');
  await press(page, 'All films');
  await press(page, 'New film');
  await page.getByRole('heading', { name: 'Drop your photos here' }).waitFor();
  const folder = 'demo/photos';
  const photos = (await readdir(folder)).map((name) => join(folder, name));
  await page.getByTestId('choose-photos').setInputFiles([...photos, 'demo/README.md']);
  await page.getByRole('button', { name: 'Add 111 photos' }).waitFor({ timeout: 60_000 });
  await page.getByRole('checkbox', { name: 'A new scene after each long pause' }).check();
  await page.getByRole('table').evaluate((table) => {
    table.scrollTop = 52 * 37;
  });
  await shot(page, 'table');
  await press(page, 'All films');
  await shot(page, 'films');

  // The copy whose hands are painted out, with its halo.
  await press(page, 'Mend stage demo');
  await press(page, 'Open the one that is here');
  await page.getByText('The Runaway Horse, mended').first().waitFor();
  await goToPose(page, 27);
  await press(page, 'Paint out');
  await press(page, 'Choose');
  await page.getByRole('list', { name: 'Strokes, the latest first' }).getByRole('button').first().click();
  await shot(page, 'paint');
  await page.keyboard.press('End');
  await press(page, 'Draw on top');
  await press(page, 'Lasso');
  await press(page, 'All');
  await shot(page, 'draw');

  // A figure before a card, which the fair comes to stand behind.
  await press(page, 'All films');
  await press(page, 'New film');
  await page
    .getByTestId('choose-photos')
    .setInputFiles([
      ...(await keyedPhotos(6, { width: 1600, height: 1200 })),
      { name: 'PICT107.JPG', mimeType: 'image/jpeg', buffer: await readFile('demo/photos/PICT0412.JPG') },
    ]);
  await page.getByRole('button', { name: 'Add 7 photos' }).click();
  await press(page, 'Pause');
  await press(page, 'Mend');
  await page.keyboard.press('Home');
  await press(page, 'Key');
  await press(page, 'Pick');
  const picture = await page.getByTestId('picture').boundingBox();
  if (!picture) throw new Error('no picture');
  await page.mouse.click(picture.x + picture.width * 0.68, picture.y + picture.height * 0.15);
  await page.getByText(/^Backing found in 6/).waitFor({ timeout: 60_000 });
  await page.getByRole('combobox', { name: 'Background' }).selectOption('a photo');
  await page.getByRole('combobox', { name: 'Which' }).selectOption('PICT107.JPG');
  await page.waitForTimeout(2500);
  await shot(page, 'key');

  // The puppet walks, and raises its hand.
  await press(page, 'All films');
  await openStandIn(page);
  await press(page, 'Lock settings');
  // What was told of the film before.
  await press(page, 'Close this note');
  await page.keyboard.press('s');
  await page.keyboard.press('s');
  for (let i = 1; i <= 12; i++) {
    await page.keyboard.press('Enter');
    await hasPoses(page, i);
    await page.getByRole('combobox', { name: /^Moved by keys/ }).selectOption('body');
    await page.getByTestId('lens').click();
    for (let k = 0; k < 3; k++) await page.keyboard.press('Shift+ArrowRight');
    await page.getByRole('combobox', { name: /^Moved by keys/ }).selectOption('rightArm');
    await page.getByTestId('lens').click();
    await page.keyboard.press('Shift+ArrowLeft');
  }
  await page.waitForTimeout(1500);
  await page.mouse.move(1100, 300);
  await shot(page, 'shoot');
  await press(page, 'Cues');
  await page.getByLabel('Planned length').click();
  await page.keyboard.type('3s');
  await page.keyboard.press('Enter');
  await page.keyboard.press('t');
  await page.getByRole('button', { name: 'Dark colours, for a dark room' }).click();
  await page.mouse.move(1100, 300);
  await shot(page, 'shoot-dim');
  await page.getByRole('button', { name: 'Light colours' }).click();

  // What the guide to a first film shows, step by step.
  const reader = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await reader.goto(`${server.base}/films`);
  for (const [i, { acts }] of FIRST_FILM.entries()) {
    for (const act of acts) await act(reader);
    await reader.waitForTimeout(900);
    await sharp(await reader.screenshot())
      .resize(960)
      .png({ palette: true })
      .toFile(`docs/first-film/${i + 1}.png`);
  }
} finally {
  await browser.close();
  server.stop();
}
