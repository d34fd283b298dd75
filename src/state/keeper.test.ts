import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { startHistory } from '../core/film/history';
import { filmWith } from '../core/film/random-films';
import { readFilm, readPlace, readStamp } from '../engine/browser/store/film-shelf';
import { readHistory } from '../engine/browser/store/history-shelf';
import { films, histories, places } from '../engine/browser/store/stores';
import { setHold } from './arrange-poses';
import { setTitle } from './edit-film';
import { keepNow, startKeeping } from './keeper';
import { openFilm, setWorkbench, useWorkbench, workbench } from './workbench';

const page = new EventTarget();
let stop: () => void;

beforeEach(async () => {
  vi.stubGlobal('document', Object.assign(new EventTarget(), { visibilityState: 'visible' }));
  vi.stubGlobal('addEventListener', page.addEventListener.bind(page));
  vi.stubGlobal('removeEventListener', page.removeEventListener.bind(page));
  for (const store of [films, histories, places]) await store.clear();
  setWorkbench(useWorkbench.getInitialState(), true);
  const film = filmWith([[{ id: 'pose', photoId: 'a', hold: 2 }]]);
  setWorkbench({ phase: 'open', history: startHistory(film) });
  stop = startKeeping();
});

afterEach(() => {
  stop();
  vi.restoreAllMocks();
});

const kept = async (): Promise<unknown> => {
  const read = await readFilm('film');
  return read.ok && read.value;
};

const untilKept = (): Promise<void> =>
  vi.waitFor(() => expect(workbench().keeping).toEqual({ kind: 'kept' }));

it('a change is kept a moment later, with what was done; the place in the film too', async () => {
  setHold(5);
  expect(workbench().keeping).toEqual({ kind: 'keeping' });
  await untilKept();
  expect(await kept()).toEqual(openFilm());
  const { done } = await readHistory('film', await readStamp('film'));
  expect(done).toEqual(workbench().history?.done);
  setWorkbench({ frame: 3, stage: 'print' });
  await vi.waitFor(async () =>
    expect(await readPlace('film')).toMatchObject({ stage: 'print', frame: 3, loop: true }),
  );
});

it('many changes at once are written once, and the last of them is what stays', async () => {
  const write = vi.spyOn(films, 'setItem');
  for (let hold = 1; hold <= 9; hold++) setHold(hold);
  await untilKept();
  expect(write).toHaveBeenCalledTimes(1);
  // An older film that takes longer to write never lands on a newer one.
  const setItem = films.setItem.bind(films);
  write.mockImplementationOnce(async (key, value) => {
    await new Promise((resolve) => setTimeout(resolve, 80));
    return setItem(key, value);
  });
  setTitle('Older');
  const older = keepNow();
  setTitle('Newer');
  await Promise.all([keepNow(), older]);
  expect(await kept()).toMatchObject({ title: 'Newer' });
});

it('a full disk is said; what was kept stays whole, the page asks before it goes, and keeping can be tried again', async () => {
  setTitle('Before');
  await untilKept();
  const full = vi.spyOn(films, 'setItem').mockRejectedValue(new DOMException('', 'QuotaExceededError'));
  setTitle('After');
  await keepNow();
  const { keeping } = workbench();
  expect(keeping).toMatchObject({ kind: 'not-kept' });
  expect(keeping.kind === 'not-kept' && keeping.problem).toMatch(/no room left.*on screen, but not kept/);
  expect(openFilm()?.title).toBe('After');
  expect(await kept()).toMatchObject({ title: 'Before' });
  const leaving = new Event('beforeunload', { cancelable: true });
  page.dispatchEvent(leaving);
  expect(leaving.defaultPrevented).toBe(true);
  full.mockRestore();
  await keepNow();
  await untilKept();
  expect(await kept()).toMatchObject({ title: 'After' });
});

it('what is not kept yet is kept when the page goes', async () => {
  setTitle('Last');
  page.dispatchEvent(new Event('pagehide'));
  await vi.waitFor(async () => expect(await kept()).toMatchObject({ title: 'Last' }), {
    timeout: 150,
    interval: 5,
  });
});

it('a film that another tab has is not written', async () => {
  setWorkbench({ canWrite: false });
  setTitle('Changed here');
  await keepNow();
  expect(await films.length()).toBe(0);
});
