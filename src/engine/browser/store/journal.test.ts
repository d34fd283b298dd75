import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Film } from '../../../core/film/film';
import { amend, perform, redo, startHistory, undo, type History } from '../../../core/film/history';
import { filmOf } from '../../../core/film/random-films';
import { FILM_VERSION } from '../../../core/formats/film-document';
import { keepFilm, readKept } from './film-shelf';
import type { Journal, Kept } from './journal';
import { films, histories } from './stores';

/** Identities as films in a browser have them. */
const FILM: Film = {
  ...filmOf([[]]),
  scenes: [{ id: 's0', name: 'Scene', items: [{ id: 'pose', photoId: 'a', hold: 2 }] }],
};

const held = (history: History, hold: number): History =>
  perform(history, { kind: 'set-holds', holds: [{ poseId: 'pose', hold }] });

async function read(): Promise<Kept> {
  const kept = await readKept('film');
  if (!kept.ok) throw new Error(kept.problem);
  return kept.value;
}

async function open(): Promise<{ history: History; journal: Journal }> {
  await keepFilm(FILM);
  return read();
}

beforeEach(async () => {
  for (const store of [films, histories]) await store.clear();
});

describe('the journal of a film', () => {
  it('gives back the film and what was done to it, whatever was done, and wherever it was cut off', async () => {
    const deed = fc.oneof(
      { weight: 4, arbitrary: fc.integer({ min: 1, max: 99 }) },
      {
        weight: 3,
        arbitrary: fc.constantFrom('undo' as const, 'redo' as const, 'amend' as const, 'back' as const),
      },
      { weight: 3, arbitrary: fc.constantFrom('write' as const, 'document' as const, 'cut' as const) },
    );
    await fc.assert(
      fc.asyncProperty(fc.array(deed, { maxLength: 50 }), async (deeds) => {
        await histories.clear();
        let { history, journal } = await open();
        let written = history;
        for (const each of [...deeds, 'write' as const, 'cut' as const]) {
          if (each === 'write') {
            await journal.write();
            written = history;
          } else if (each === 'document') {
            // The document is written behind the steps, of a film that may have gone on since.
            await journal.write();
            written = history;
            const { film, at } = journal.noted;
            await keepFilm(film, at);
            journal.documentKept(at);
          } else if (each === 'cut') {
            const kept = await read();
            expect(kept.history).toEqual(written);
            expect(kept.stray).toBe(false);
            ({ history, journal } = kept);
            written = history;
          } else {
            if (each === 'undo') history = undo(history);
            else if (each === 'redo') history = redo(history);
            else if (each === 'amend') history = amend(history, { kind: 'set-title', title: 'Amended' });
            else if (each === 'back') history = undo(undo(undo(history)));
            else history = held(history, each);
            journal.note(history);
          }
        }
        // Written once more with the document, nothing lies there that is not named.
        await keepFilm(journal.noted.film, journal.noted.at);
        journal.documentKept(journal.noted.at);
        journal.note(held(history, 7));
        await journal.write();
        const { done, undone } = held(history, 7);
        expect(await histories.length()).toBe(1 + done.length + undone.length);
      }),
      { numRuns: 60 },
    );
  });

  it('is cut by a document that was written and a journal that was not told of it', async () => {
    const { history, journal } = await open();
    const one = held(history, 5);
    const two = held(one, 6);
    journal.note(one);
    await journal.write();
    await keepFilm(one.film, journal.noted.at);
    journal.note(two);
    await journal.write();
    expect((await read()).history).toEqual(two);
    // The step that the document has is not done twice.
    expect((await read()).history.done).toHaveLength(2);
  });

  it('is kept without limit while the page is open, and 200 steps of it behind that', async () => {
    let { history, journal } = await open();
    for (let i = 0; i < 450; i++) history = held(history, (i % 9) + 1);
    journal.note(history);
    await keepFilm(history.film, journal.noted.at);
    journal.documentKept(journal.noted.at);
    for (let i = 0; i < 225; i++) history = undo(history);
    journal.note(history);
    await journal.write();
    const kept = await read();
    expect(kept.history.film).toEqual(history.film);
    expect(kept.history.done).toEqual(history.done.slice(25));
    expect(kept.history.undone).toEqual(history.undone.slice(0, 200));
    ({ journal } = kept);
    await keepFilm(history.film, journal.noted.at);
    journal.documentKept(journal.noted.at);
    journal.note(undo(kept.history));
    await journal.write();
    expect(await histories.length()).toBe(1 + 199 + 200);
  });

  it('writes a step and the index that names it in one transaction, and a step once', async () => {
    const write = vi.spyOn(histories, 'setItems');
    const { history, journal } = await open();
    const keys = (): readonly string[][] =>
      write.mock.calls.map(([items]) => (items as { key: string }[]).map(({ key }) => key));
    journal.note(held(history, 3));
    await journal.write();
    journal.note(held(held(history, 3), 4));
    await journal.write();
    expect(keys()[0]).toEqual(['film/0', 'film']);
    await journal.write();
    expect(write).toHaveBeenCalledTimes(2);
    write.mockRestore();
  });

  it('that could not be stored is stored with what follows', async () => {
    const { history, journal } = await open();
    const one = held(history, 5);
    journal.note(one);
    const full = vi
      .spyOn(histories, 'setItems')
      .mockRejectedValueOnce(new DOMException('', 'QuotaExceededError'));
    await expect(journal.write()).rejects.toMatchObject({ name: 'QuotaExceededError' });
    expect(journal.unwritten).toBe(true);
    full.mockRestore();
    const two = held(one, 6);
    journal.note(two);
    await journal.write();
    expect(journal.unwritten).toBe(false);
    expect((await read()).history).toEqual(two);
  });

  it('is passed over where it belongs to another state of the film, has a gap, or leads to no film; then that is said', async () => {
    const { history, journal } = await open();
    const two = held(held(history, 3), 5);
    journal.note(two);
    await journal.write();
    const passedOver = async (): Promise<void> =>
      expect(await read()).toMatchObject({ stray: true, history: { film: FILM, done: [], undone: [] } });
    expect((await read()).history).toEqual(two);
    const index = await histories.getItem<object>('film');
    for (const change of [{ at: 9 }, { version: 1 }, { trail: [] }, { trail: [{ n: 77 }, { n: 78 }] }]) {
      await histories.setItem('film', { ...index, ...change });
      await passedOver();
    }
    await histories.setItem('film', index);
    await histories.setItem('film/1', {
      edit: { kind: 'set-title', title: 7 },
      inverse: { kind: 'set-title' },
    });
    await passedOver();
    await histories.removeItem('film/1');
    await passedOver();
  });

  it('is read as an earlier version kept it, under the stamp of its document', async () => {
    const one = held(startHistory(FILM), 5);
    await films.setItem('film', { format: 'kermis', version: FILM_VERSION, film: one.film, stamp: 'then' });
    await histories.setItem('film/4', one.done[0]);
    const older = { version: FILM_VERSION, stamp: 'then', done: [4], undone: [] };
    await histories.setItem('film', older);
    expect((await read()).history).toEqual(one);
    await histories.setItem('film', { ...older, stamp: 'later' });
    expect(await read()).toMatchObject({ stray: true, history: { film: one.film, done: [] } });
  });
});
