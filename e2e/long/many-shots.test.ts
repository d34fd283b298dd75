import { expect, test } from 'vitest';
import { useBrowser } from '../browser';
import { openStandIn, shootFast } from '../shooting';

const { visit } = useBrowser();

test('200 presses as fast as photos are taken: 200 photos, each as the puppet stood at its press, in order, none twice', async () => {
  const { page, complaints } = await visit();
  await openStandIn(page);
  await shootFast(page, 200);
  expect(complaints).toEqual([]);
});
