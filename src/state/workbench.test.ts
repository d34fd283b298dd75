import { expect, test } from 'vitest';
import type { Film } from '../core/film/film';
import { startHistory } from '../core/edits/history';
import { filmWith } from '../core/film/random-films';
import { subscribeToDocument, openFilm, setDocument } from './document/document';
import { setTitle, undoEdit } from './document/edit-film';
import { chooseAll } from './selection/choose';
import { selectionNow } from './selection/selection';
import { goTo } from './transport/play';
import { transportNow } from './transport/transport';
import { createWorkbench, enterWorkbench } from './workbench';

const film = (title: string, photoIds: readonly string[]): Film => ({
  ...filmWith([photoIds.map((photoId) => ({ id: photoId, photoId, hold: 2 }))]),
  title,
});

test('each workbench has its own film, choice and playhead; who follows a room hears of another one too', () => {
  const heard: (string | undefined)[] = [];
  const leave = subscribeToDocument((now) => heard.push(now.history?.film.title));
  const [one, other] = [createWorkbench(), createWorkbench()];
  enterWorkbench(one);
  setDocument({ history: startHistory(film('One', ['a', 'b'])) });
  setTitle('One, renamed');
  chooseAll();
  goTo(3);

  enterWorkbench(other);
  expect([openFilm(), selectionNow().chosen.size, transportNow().frame]).toEqual([undefined, 0, 0]);
  setDocument({ history: startHistory(film('Other', ['c'])) });
  undoEdit();
  expect(openFilm()?.title).toBe('Other');

  enterWorkbench(one);
  expect([selectionNow().chosen.size, transportNow().frame]).toEqual([2, 3]);
  undoEdit();
  expect(openFilm()?.title).toBe('One');
  expect(heard).toEqual([undefined, 'One', 'One, renamed', undefined, 'Other', 'One, renamed', 'One']);
  leave();
  setTitle('Not heard');
  expect(heard).toHaveLength(7);
});
