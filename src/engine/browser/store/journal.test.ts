import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Edit } from '../../../core/edits/edit';
import { editLabel } from '../../../core/edits/edit-label';
import type { Film, Flag } from '../../../core/film/film';
import { amend, perform, redo, startHistory, undo, type History } from '../../../core/edits/history';
import { filmOf } from '../../../core/film/random-films';
import { FILM_VERSION } from '../../../core/formats/film-document';
import { keepFilm, readKept } from './film-repository';
import type { Kept } from './follow-journal';
import type { Journal } from './journal';
import { films, histories } from './stores';

/** Identities as films in a browser have them. */
const FILM: Film = {
  ...filmOf([[]]),
  scenes: [{ id: 's0', name: 'Scene', items: [{ id: 'pose', photoId: 'a', hold: 2 }] }],
};

const FLAG: Flag = {
  ...{ id: 'f', label: 'hop', kind: 'note', colour: 'rust' },
  at: { poseId: 'pose', offset: 0, showing: 0, frame: 0 },
};

const held = (history: History, hold: number): History =>
  perform(history, { kind: 'patch', of: 'items', patches: [{ id: 'pose', patch: { hold } }] });

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
            else if (each === 'amend')
              history = amend(history, { kind: 'patch', of: 'film', patch: { title: 'Amended' } });
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
    for (const change of [{ at: 9 }, { version: 1 }, { trail: [] }]) {
      await histories.setItem('film', { ...index, ...change });
      await passedOver();
    }
  });

  it('is gone along as far as its steps can be read; those that cannot are passed over with all beyond them', async () => {
    const { history, journal } = await open();
    let four = history;
    for (const hold of [3, 5, 7, 9]) four = held(four, hold);
    journal.note(four);
    await journal.write();
    const unknown = { kind: 'paint', of: 'skies', patches: [] };
    await histories.setItem('film/1', { edit: unknown, inverse: unknown });
    // The document has none of it: the film is as it was before the step that is not known.
    expect(await read()).toMatchObject({
      history: { film: held(history, 3).film, done: [], undone: [] },
      ...{ ahead: true, stray: false, passedOver: 4 },
    });
    // It has all of it: what was done since can still be taken back.
    await keepFilm(four.film, 4);
    expect(await read()).toMatchObject({
      history: { film: four.film, done: four.done.slice(2), undone: [] },
      ...{ stray: false, passedOver: 2 },
    });
    await histories.removeItem('film/3');
    expect(await read()).toMatchObject({ history: { film: four.film, done: [] }, passedOver: 4 });
    // An edit of a kind that is known, with a value that is none.
    const title = { kind: 'patch', of: 'film', patch: { title: 7 } };
    await histories.setItem('film/3', { edit: title, inverse: title });
    expect(await read()).toMatchObject({ history: { film: four.film, done: [] }, passedOver: 4 });
  });

  it('keeps each undo of the version before: its steps are brought up to this one', async () => {
    const film = FILM;
    const stored = [
      [
        { kind: 'set-title', title: 'New' },
        { kind: 'set-title', title: film.title },
      ],
      [
        { kind: 'set-holds', holds: [{ poseId: 'pose', hold: 6 }] },
        { kind: 'set-holds', holds: [{ poseId: 'pose', hold: 2 }] },
      ],
      [
        {
          ...{ kind: 'together', words: 'Lanes and a scene' },
          edits: [
            { kind: 'set-lanes', lanes: film.lanes.slice(1) },
            { kind: 'place-scenes', places: [{ scene: { id: 'two', name: 'Two', items: [] }, index: 0 }] },
            { kind: 'move-scene', sceneId: 'two', index: 1 },
          ],
        },
        {
          ...{ kind: 'together', words: 'Lanes and a scene' },
          edits: [
            { kind: 'move-scene', sceneId: 'two', index: 0 },
            { kind: 'remove-scenes', sceneIds: ['two'] },
            { kind: 'set-lanes', lanes: film.lanes },
          ],
        },
      ],
      [
        { kind: 'set-photos', changes: [{ photoId: 'a', marks: { turn: 6, setAside: true } }] },
        { kind: 'set-photos', changes: [{ photoId: 'a', marks: { turn: undefined, setAside: undefined } }] },
      ],
      [
        { kind: 'set-flags', flags: [{ id: 'f', flag: FLAG }] },
        { kind: 'set-flags', flags: [{ id: 'f', flag: undefined }] },
      ],
    ].map(([edit, inverse]) => ({ edit, inverse }));
    await keepFilm(film, 0);
    for (const [n, step] of stored.entries()) await histories.setItem(`film/${n}`, step);
    const all = stored.map((_, n) => n);
    const trail = all.map((n) => ({ n }));
    await histories.setItem('film', { version: 6, at: 5, next: 5, done: all, undone: [], trail });
    const kept = await read();
    expect(kept).toMatchObject({ stray: false, passedOver: 0, ahead: true });
    expect(kept.history.film).toMatchObject({
      title: 'New',
      lanes: film.lanes.slice(1),
      scenes: [{ id: 's0', items: [{ id: 'pose', hold: 6 }] }, { id: 'two' }],
      photos: [{ id: 'a', turn: 6, setAside: true }, { id: 'b' }],
      flags: [FLAG],
    });
    let back = kept.history;
    for (let i = 0; i < 5; i++) back = undo(back);
    expect(back.film).toEqual(film);
    for (let i = 0; i < 5; i++) back = redo(back);
    expect(back.film).toEqual(kept.history.film);
    expect(editLabel(kept.history.done[2]?.edit as Edit)).toBe('Lanes and a scene');
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
