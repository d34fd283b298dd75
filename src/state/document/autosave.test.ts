import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { filmWith } from '../../core/film/random-films';
import { readFilm, readKept, readPlace } from '../../engine/browser/store/film-repository';
import { films, histories, places } from '../../engine/browser/store/stores';
import { setHold } from '../poses/arrange-poses';
import { setTitle } from './edit-film';
import { autosaveTo, saveNow, startAutosave } from './autosave';
import { openForTest } from './open-for-test';
import { documentNow, openFilm, setDocument } from './document';
import { setShell } from '../shell/shell';
import { setTransport } from '../transport/transport';

const page = new EventTarget();
let stop: () => void;

beforeEach(async () => {
  vi.stubGlobal('document', Object.assign(new EventTarget(), { visibilityState: 'visible' }));
  vi.stubGlobal('addEventListener', page.addEventListener.bind(page));
  vi.stubGlobal('removeEventListener', page.removeEventListener.bind(page));
  for (const store of [films, histories, places]) await store.clear();
  await openForTest(filmWith([[{ id: 'pose', photoId: 'a', hold: 2 }]]));
  stop = startAutosave();
});

afterEach(() => {
  stop();
  vi.restoreAllMocks();
});

const kept = async (): Promise<unknown> => {
  const read = await readFilm('film');
  return read.ok && read.value;
};

/** The title in the document, whatever the journal says. */
const documentTitle = async (): Promise<unknown> =>
  (await films.getItem<{ film: { title: unknown } }>('film'))?.film.title;

const untilKept = (): Promise<void> =>
  vi.waitFor(() => expect(documentNow().keeping).toEqual({ kind: 'kept' }));

it('a change is kept a moment later, with what was done; the place in the film too', async () => {
  setHold(5);
  expect(documentNow().keeping).toEqual({ kind: 'keeping' });
  await untilKept();
  expect(await kept()).toEqual(openFilm());
  const read = await readKept('film');
  expect(read).toMatchObject({ ok: true, value: { history: { done: documentNow().history?.done } } });
  setTransport({ frame: 3 });
  setShell({ stage: 'print' });
  await vi.waitFor(async () =>
    expect(await readPlace('film')).toMatchObject({ stage: 'print', frame: 3, loop: true }),
  );
});

it('a change is safe before its document is written, however many follow; the document comes a second later at most', async () => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] });
  try {
    const write = vi.spyOn(films, 'setItem');
    const pause = async (ms: number): Promise<void> => {
      await vi.advanceTimersByTimeAsync(ms);
    };
    // Faster than the document is waited for: it would never be written by a timer that starts anew each time.
    for (let hold = 3; hold < 13; hold++) {
      setHold(hold);
      // No timer is awaited: the step is stored at once.
      for (let i = 0; i < 50 && documentNow().keeping.kind !== 'kept'; i++)
        await new Promise((resolve) => setImmediate(resolve));
      expect(await kept()).toEqual(openFilm());
      await pause(90);
    }
    expect(write).not.toHaveBeenCalled();
    setTitle('Ten changes');
    await pause(110);
    vi.useRealTimers();
    await vi.waitFor(async () => expect(await documentTitle()).toBe('Ten changes'));
    expect(write).toHaveBeenCalledTimes(1);
  } finally {
    vi.useRealTimers();
  }
});

it('an older film that takes longer to write never lands on a newer one', async () => {
  const setItem = films.setItem.bind(films);
  vi.spyOn(films, 'setItem').mockImplementationOnce(async (key, value) => {
    await new Promise((resolve) => setTimeout(resolve, 80));
    return setItem(key, value);
  });
  setTitle('Older');
  const older = saveNow();
  setTitle('Newer');
  await Promise.all([saveNow(), older]);
  expect(await documentTitle()).toBe('Newer');
});

it('a full disk is said; what was kept stays whole, the page asks before it goes, and keeping can be tried again', async () => {
  setTitle('Before');
  await untilKept();
  const none = new DOMException('', 'QuotaExceededError');
  const full = [vi.spyOn(films, 'setItem'), vi.spyOn(histories, 'setItems')];
  for (const store of full) store.mockRejectedValue(none);
  setTitle('After');
  await saveNow();
  const { keeping } = documentNow();
  expect(keeping).toMatchObject({ kind: 'not-kept' });
  expect(keeping.kind === 'not-kept' && keeping.problem).toMatch(
    /^No room left: the last changes are not saved/,
  );
  expect(openFilm()?.title).toBe('After');
  expect(await kept()).toMatchObject({ title: 'Before' });
  const leaving = new Event('beforeunload', { cancelable: true });
  page.dispatchEvent(leaving);
  expect(leaving.defaultPrevented).toBe(true);
  for (const store of full) store.mockRestore();
  await saveNow();
  await untilKept();
  expect(await kept()).toMatchObject({ title: 'After' });
});

it('leaving asks while the last change is not stored, and no longer', async () => {
  const leaves = (): boolean => page.dispatchEvent(new Event('beforeunload', { cancelable: true }));
  setTitle('Last');
  expect(leaves()).toBe(false);
  await untilKept();
  expect(leaves()).toBe(true);
  page.dispatchEvent(new Event('pagehide'));
  await vi.waitFor(async () => expect(await documentTitle()).toBe('Last'), { timeout: 150, interval: 5 });
});

it('a film that another tab has is not written', async () => {
  const before = await kept();
  setDocument({ canWrite: false });
  autosaveTo(undefined);
  setTitle('Changed here');
  await saveNow();
  expect(await kept()).toEqual(before);
});
