import fc from 'fast-check';
import { expect, test } from 'vitest';
import { applyEdit } from '../edits/apply-edit';
import { invertEdit } from '../edits/invert-edit';
import { emptyFilm, type Film, type Photo } from '../film/film';
import { posesIn } from '../film/items';
import { perform, redo, startHistory, undo } from '../edits/history';
import { filmWith, freshId, photoNamed } from '../film/random-films';
import { whyUnreadable } from '../formats/check-film';
import {
  chooseShotEdit,
  keepShotEdit,
  shotEdits,
  SHOT_PLACES,
  takeBackEdit,
  type ShotOrder,
} from './shot-edits';
import { nextShotName } from './shot-name';

const idOf = (name: string): string => name.replace('.', '-');
const taken = (name: string): Photo => ({ ...photoNamed(idOf(name)), name, width: 1920, height: 1080 });

/** A film with one more photo, and the pose that shows it. */
function shoot(film: Film, order: ShotOrder): { film: Film; name: string; poseId: string; kept: Film } {
  const name = nextShotName(film.photos, 'image/jpeg');
  const { keep, show, poseId } = shotEdits(film, taken(name), order, freshId);
  const kept = applyEdit(film, keep);
  return { film: applyEdit(kept, show), name, poseId, kept };
}

test('the first photo gives a film its shape; names count on from the highest number', () => {
  const empty = emptyFilm('film', 'scene', 'Test');
  const first = shoot(empty, { place: 'end', poseId: undefined, hold: 2 });
  expect(first.name).toBe('SHOT0001.JPG');
  expect(first.film.settings).toMatchObject({ width: 1920, height: 1080 });
  expect(nextShotName(first.film.photos, 'image/png')).toBe('SHOT0002.PNG');
  const photos = ['PICT0999.JPG', 'puppet.jpg', 'PICT9.JPG'].map(photoNamed);
  expect(nextShotName(photos, 'image/jpeg')).toBe('PICT1000.JPG');
  expect(nextShotName([photoNamed('puppet.jpg')], 'image/jpeg')).toBe('SHOT0001.JPG');
});

test('behind a pose in a cycle it comes to stand in that; a film without scenes gets one', () => {
  const pose = (id: string) => ({ id, photoId: 'a', hold: 1 });
  const cycle = {
    id: 'c',
    items: [pose('1'), pose('2')],
    times: 3,
    way: 'forward',
    endsTwice: false,
  } as const;
  const { film } = shoot(filmWith([[cycle, pose('3')]]), { place: 'behind', poseId: '1', hold: 4 });
  const [first] = film.scenes[0]?.items ?? [];
  expect(first && posesIn([first]).map(({ photoId, hold }) => [photoId, hold])).toEqual([
    ['a', 1],
    ['SHOT0001-JPG', 4],
    ['a', 1],
  ]);
  const bare = shoot({ ...filmWith([]), photos: [] }, { place: 'instead', poseId: 'gone', hold: 1 });
  expect(bare.film.scenes.map(({ name, items }) => [name, items.length])).toEqual([['Scene 1', 1]]);
});

/** What a person does, by numbers that stand for whatever there is then. */
const step = fc.oneof(
  fc.record({
    does: fc.constant('shoot' as const),
    place: fc.constantFrom(...SHOT_PLACES),
    at: fc.nat(40),
    hold: fc.integer({ min: 1, max: 12 }),
  }),
  fc.record({
    does: fc.constantFrom('take back' as const, 'undo' as const, 'choose' as const),
    at: fc.nat(40),
  }),
);

/** Scenes as photos and their holds, and which photos are set aside. */
interface Model {
  scenes: [photoId: string, hold: number][][];
  aside: Set<string>;
  all: string[];
}

const seen = (film: Film): Pick<Model, 'scenes' | 'all'> & { aside: readonly string[] } => ({
  scenes: film.scenes.map(({ items }) => posesIn(items).map(({ photoId, hold }) => [photoId, hold])),
  aside: film.photos.flatMap(({ name, setAside }) => (setAside ? [idOf(name)] : [])).sort(),
  all: film.photos.map(({ id }) => id),
});

test('over any presses, photos taken back and undone: film and tray as a model says, nothing lost, each step undone to the same film', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 24 }), (steps) => {
      let film: Film = { ...filmWith([[], []]), photos: [] };
      const model: Model = { scenes: [[], []], aside: new Set(), all: [] };
      for (const each of steps) {
        const poses = film.scenes.flatMap(({ items }, s) =>
          posesIn(items).map(({ id }, i) => ({ id, s, i })),
        );
        const here = poses[each.at % Math.max(1, poses.length)];
        const before = film;
        if (each.does === 'take back') {
          const photo = film.photos[each.at % Math.max(1, film.photos.length)];
          if (!photo) continue;
          film = applyEdit(film, takeBackEdit(film, photo));
          model.scenes = model.scenes.map((scene) => scene.filter(([id]) => id !== photo.id));
          model.aside.add(photo.id);
          expect(applyEdit(film, invertEdit(before, takeBackEdit(before, photo)))).toEqual(before);
        } else if (each.does === 'choose') {
          // Of a burst: one goes into the tray only, and then in place of what a pose shows.
          const photo = taken(nextShotName(film.photos, 'image/jpeg'));
          film = applyEdit(film, keepShotEdit(film, photo));
          model.all.push(photo.id);
          model.aside.add(photo.id);
          const pose = here && posesIn(film.scenes[here.s]?.items ?? [])[here.i];
          if (pose) {
            const kept = film;
            const chosen = chooseShotEdit(film, pose, photo);
            film = applyEdit(film, chosen);
            expect(applyEdit(film, invertEdit(kept, chosen))).toEqual(kept);
            (model.scenes[here.s] ?? [])[here.i] = [photo.id, pose.hold];
            model.aside.delete(photo.id);
            if (!model.scenes.flat().some(([other]) => other === pose.photoId)) model.aside.add(pose.photoId);
          }
        } else {
          const { place, hold } = each.does === 'shoot' ? each : ({ place: 'end', hold: 2 } as const);
          const shot = shoot(film, { place, hold, poseId: here?.id });
          const id = idOf(shot.name);
          model.all.push(id);
          // Undone, it stays in the tray.
          film = each.does === 'undo' ? shot.kept : shot.film;
          if (each.does === 'undo') model.aside.add(id);
          else {
            const scene = model.scenes[here?.s ?? 1] as Model['scenes'][number];
            const old = here && scene[here.i];
            if (place === 'instead' && old) {
              scene[here.i] = [id, old[1]];
              if (!model.scenes.flat().some(([other]) => other === old[0])) model.aside.add(old[0]);
            } else if (place === 'behind' && here) scene.splice(here.i + 1, 0, [id, hold]);
            else scene.push([id, hold]);
          }
        }
        expect(seen(film)).toEqual({ ...model, aside: [...model.aside].sort() });
      }
      expect(whyUnreadable(film)).toBeUndefined();
    }),
  );
});

test('undo takes the pose of a photo away and passes over the photo itself; redo shows it again', () => {
  const order: ShotOrder = { place: 'end', poseId: undefined, hold: 2 };
  const start = startHistory({ ...filmWith([[]]), photos: [] });
  const named = perform(start, { kind: 'patch', of: 'film', patch: { title: 'Named' } });
  const shots = ['1.JPG', '2.JPG'].reduce((so, name) => {
    const { keep, show } = shotEdits(so.film, taken(name), order, freshId);
    return perform(perform(so, keep), show);
  }, named);
  const says = ({ film }: typeof start): unknown => [
    film.title,
    film.photos.map(({ name, setAside }) => `${name}${setAside ? ' aside' : ''}`),
    film.scenes.flatMap(({ items }) => posesIn(items).map(({ photoId }) => photoId)),
  ];
  const back = [undo(shots), undo(undo(shots)), undo(undo(undo(shots))), undo(undo(undo(undo(shots))))];
  expect(back.map(says)).toEqual([
    ['Named', ['1.JPG', '2.JPG aside'], ['1-JPG']],
    ['Named', ['1.JPG aside', '2.JPG aside'], []],
    ['Test', ['1.JPG aside', '2.JPG aside'], []],
    ['Test', ['1.JPG aside', '2.JPG aside'], []],
  ]);
  const all = back[3] as typeof start;
  expect(redo(redo(redo(all))).film).toEqual(shots.film);
});
