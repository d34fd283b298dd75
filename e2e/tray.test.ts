import { expect, test } from 'vitest';
import {
  chooseFiles,
  isKept,
  layOut,
  notes,
  useBrowser,
  useSharedFilm,
  type Visit,
  putNotesAway,
} from './browser';
import { openFilmOf } from './film-file';
import { jpeg, numbered } from './photos';
import { card, chosen, inTray, poses, press, toSort, tray } from './tray';

const { visit } = useBrowser();
const fourteen = useSharedFilm(visit, async (page) => openFilmOf(page, await numbered(14, 1)));
const six = useSharedFilm(visit, async (page) => openFilmOf(page, await numbered(6, 1)));

const inSort = async (film: () => Promise<Visit>): Promise<Visit> => {
  const opened = await film();
  await toSort(opened.page);
  return opened;
};

test('photos of the tray are chosen by click, with shift and with ctrl', async () => {
  const { page, complaints } = await inSort(fourteen);
  await expect.poll(async () => (await inTray(page))[1]).toMatch(/^PICT2.JPG pose 2/);
  await card(page, 'PICT2.JPG').click();
  await card(page, 'PICT4.JPG').click({ modifiers: ['Shift'] });
  await card(page, 'PICT7.JPG').click({ modifiers: ['Control'] });
  await card(page, 'PICT3.JPG').click({ modifiers: ['Control'] });
  await expect.poll(() => chosen(page)).toEqual(['PICT2.JPG', 'PICT4.JPG', 'PICT7.JPG']);
  expect(complaints).toEqual([]);
});

test('photos of the tray are chosen by keys', async () => {
  const { page, complaints } = await inSort(fourteen);
  await card(page, 'PICT3.JPG').click();
  // Five in a row: a row down and one back is photo 7 from photo 3.
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowLeft');
  await expect.poll(() => chosen(page)).toEqual(['PICT7.JPG']);
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(() => chosen(page)).toEqual(['PICT7.JPG', 'PICT8.JPG', 'PICT9.JPG']);
  await page.keyboard.press('Space');
  await expect.poll(() => chosen(page)).toEqual(['PICT7.JPG', 'PICT8.JPG']);
  await page.keyboard.press('Control+a');
  await expect.poll(() => chosen(page)).toHaveLength(14);
  await page.keyboard.press('Escape');
  await expect.poll(() => chosen(page)).toEqual([]);
  expect(complaints).toEqual([]);
});

test('photos of the tray are chosen by a box drawn around them', async () => {
  const { page, complaints } = await inSort(fourteen);
  const [from, to] = await Promise.all(
    ['PICT2.JPG', 'PICT8.JPG'].map((name) => card(page, name).boundingBox()),
  );
  if (!from || !to) throw new Error('no cards');
  await page.mouse.move(from.x - 6, from.y + 30);
  await page.mouse.down();
  await page.mouse.move(from.x + 40, from.y + 60, { steps: 3 });
  await page.mouse.move(to.x + 30, to.y + 30, { steps: 5 });
  await page.mouse.up();
  await expect.poll(() => chosen(page)).toEqual(['PICT2.JPG', 'PICT3.JPG', 'PICT7.JPG', 'PICT8.JPG']);
  expect(complaints).toEqual([]);
});

test('the pictures of the tray are made larger, and one is looked at large', async () => {
  const { page, complaints } = await inSort(fourteen);
  await card(page, 'PICT3.JPG').click();
  await page.getByLabel('Size of the photos').fill('320');
  await expect
    .poll(async () => (await tray(page).getByRole('option').first().boundingBox())?.width)
    .toBeGreaterThan(300);
  await card(page, 'PICT3.JPG').click();
  await page.keyboard.press('Enter');
  await page.getByRole('dialog', { name: 'PICT3.JPG' }).getByTestId('look').waitFor();
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('dialog', { name: 'PICT2.JPG' }).waitFor();
  expect(complaints).toEqual([]);
});

test('photos are set aside, listed by themselves, and brought back to their poses', async () => {
  const { page, complaints } = await inSort(six);
  await card(page, 'PICT2.JPG').click();
  await card(page, 'PICT3.JPG').click({ modifiers: ['Shift'] });
  await page.keyboard.press('Delete');
  await expect.poll(() => poses(page)).toBe('1 4 5 6');
  await expect.poll(async () => (await inTray(page))[1]).toMatch(/^PICT2.JPG set aside/);
  await page.getByLabel('Show', { exact: true }).selectOption({ label: 'Set aside (2)' });
  await expect.poll(() => inTray(page)).toHaveLength(2);
  await press(page, 'Bring back');
  await expect.poll(() => poses(page)).toBe('1 2 3 4 5 6');
  await page.getByLabel('Show', { exact: true }).selectOption('all');
  expect(complaints).toEqual([]);
});

test('photos are put into the film before and after poses, in place of others, and as a new scene; undo takes all back', async () => {
  const { page, complaints } = await inSort(six);
  // Before the first pose, which the playhead stands on; the new pose is chosen then.
  await card(page, 'PICT6.JPG').click();
  await press(page, 'Before pose 1');
  await expect.poll(() => poses(page)).toBe('6 1 2 3 4 5 6');
  await expect.poll(async () => (await inTray(page)).at(-1)).toMatch(/^PICT6.JPG pose 1 \+ 1/);
  await press(page, 'Pose 7, Scene 1, 2 frames');
  await card(page, 'PICT1.JPG').click();
  await card(page, 'PICT2.JPG').click({ modifiers: ['Shift'] });
  await press(page, 'After pose 7');
  await expect.poll(() => poses(page)).toBe('6 1 2 3 4 5 6 1 2');
  await card(page, 'PICT5.JPG').click();
  await press(page, 'Replace 2 poses');
  await expect.poll(() => poses(page)).toBe('6 1 2 3 4 5 6 5 5');
  await press(page, 'As a new scene');
  await expect.poll(() => poses(page)).toBe('6 1 2 3 4 5 6 5 5 5');
  await page.getByRole('button', { name: 'Choose all poses of Scene 2' }).waitFor();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z');
  await expect.poll(() => poses(page)).toBe('1 2 3 4 5 6');
  expect(complaints).toEqual([]);
});

test('photos are dragged from the tray onto the strip, in front of the pose whose left half they are dropped on', async () => {
  const { page, complaints } = await inSort(six);
  await card(page, 'PICT5.JPG').click();
  const strip = page.getByTestId('strip-scroll');
  const [third, corner] = await Promise.all([
    page.getByRole('option', { name: /^Pose 3,/ }).boundingBox(),
    strip.boundingBox(),
  ]);
  if (!third || !corner) throw new Error('no strip');
  await card(page, 'PICT5.JPG').dragTo(strip, {
    targetPosition: { x: third.x - corner.x + third.width * 0.2, y: third.y - corner.y + 30 },
  });
  await expect.poll(() => poses(page)).toBe('1 2 5 3 4 5 6');
  expect(complaints).toEqual([]);
});

test('photos that come in later are new; one that is gone for good leaves the tray, and undo brings it back', async () => {
  const { page, complaints } = await inSort(six);
  await chooseFiles(page, [await jpeg('PICT9.JPG', [90, 90, 90])]);
  await layOut(page);
  await toSort(page);
  await expect.poll(async () => (await inTray(page)).at(-1)).toMatch(/^PICT9.JPG pose 7 new/);
  await card(page, 'PICT9.JPG').click();
  await press(page, 'Set aside');
  await press(page, 'Delete from film and tray');
  await expect.poll(() => inTray(page)).toHaveLength(6);
  await page.keyboard.press('Control+z');
  await expect.poll(() => inTray(page)).toHaveLength(7);
  expect(complaints).toEqual([]);
});

test('what no film uses is freed when asked, with its figure, but not under the hands of another tab', async () => {
  const { page, context } = await visit();
  await openFilmOf(page, await numbered(3, 1));
  await toSort(page);
  await card(page, 'PICT2.JPG').click();
  await press(page, 'Set aside');
  await press(page, 'Delete from film and tray');
  await isKept(page);
  const other = await context.newPage();
  await other.goto(page.url().replace(/\/film\/.*$/, '/films'));
  await other.getByText('Close the other tab to free unused photos.').waitFor();
  await press(page, 'All films');
  await page.getByText(/kB of it are 1 photo that no film uses any more/).waitFor();
  await page.getByRole('button', { name: /^Free/ }).click();
  await expect.poll(() => notes(page)).toMatch(/^\d+(\.\d)? kB freed: 1 photo that no film used\./);
  await expect.poll(() => page.getByRole('button', { name: /^Free/ }).count()).toBe(0);
  // Steps that name the deleted photo cannot be undone any more.
  await putNotesAway(page);
  await page.goBack();
  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await page.getByRole('button', { name: 'History', exact: true }).click();
  await page.getByRole('heading', { name: 'No changes yet' }).waitFor();
});
