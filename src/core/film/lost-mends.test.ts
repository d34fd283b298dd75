import { expect, test } from 'vitest';
import type { Film, Photo, Pose } from './film';
import { FRESH_KEY, type Key } from './key';
import { lostMends, lostWords } from './lost-mends';
import { filmOf, photoNamed } from './random-films';
import type { Stroke } from './stroke';

const stroke = (photoId: string): Stroke => ({
  ...{ id: photoId, shape: 'brush', points: [0, 0, 1], size: 0.1, softness: 0 },
  from: { kind: 'neighbour', photoId, map: [1, 0, 0, 1, 0, 0] },
});
const keyed = (behind: Key['behind']): Key => ({
  ...FRESH_KEY,
  picked: [{ x: 0, y: 0, colour: [0, 200, 0] }],
  behind,
});
const drawing = (id: string, layerId: string): Film['drawings'][number] => ({
  ...{ id, layerId, width: 160, height: 90, marks: [] },
});

/** Five poses of two frames, with parts of them set. */
function film(poses: Readonly<Record<number, Partial<Pose>>>, parts: Partial<Film> = {}): Film {
  const plain = filmOf([[2, 2, 2, 2, 2]]);
  return {
    ...plain,
    ...parts,
    scenes: plain.scenes.map((scene) => ({
      ...scene,
      items: scene.items.map((item, i) => ({ ...item, ...poses[i] })),
    })),
  };
}
const painted = (photo: Partial<Photo>): Film['photos'] => [
  { ...photoNamed('a'), ...photo },
  photoNamed('b'),
];

test.each<readonly [string, Film, readonly (readonly [string, readonly string[]])[]]>([
  ['nothing that is there is lost', film({}, { photos: painted({ strokes: [stroke('b')] }) }), []],
  [
    'source of a stroke, wherever its photo is shown',
    film({}, { photos: painted({ strokes: [stroke('b'), stroke('gone')] }) }),
    [
      ['0.1', ['painted']],
      ['0.3', ['painted']],
    ],
  ],
  [
    'nothing where painting is switched off',
    film({}, { photos: painted({ strokes: [stroke('gone')], mends: { paintOff: true } }) }),
    [],
  ],
  [
    'a photo behind the subject, and a scene',
    film({
      0: { key: keyed({ kind: 'photo', photoId: 'gone' }) },
      1: { key: keyed({ kind: 'photo', photoId: 'a' }) },
      2: { key: keyed({ kind: 'run', sceneId: 'gone', from: 0 }) },
      3: { key: { ...keyed({ kind: 'photo', photoId: 'gone' }), off: true } },
    }),
    [
      ['0.0', ['behind']],
      ['0.2', ['behind']],
    ],
  ],
  [
    'drawings that are gone, or whose layer is',
    film(
      { 0: { drawings: ['kept'] }, 1: { drawings: ['gone'] }, 2: { drawings: ['adrift'] } },
      {
        layers: [{ id: 'layer', name: 'Layer 1' }],
        drawings: [drawing('kept', 'layer'), drawing('adrift', 'lost')],
      },
    ),
    [
      ['0.1', ['drawn']],
      ['0.2', ['drawn']],
    ],
  ],
])('%s', (_, each, lost) => expect([...lostMends(each)]).toEqual(lost));

test('a clean plate that is gone is told of the first pose of its scene; frames are named, and of many only some', () => {
  const plain = film({ 1: { drawings: ['gone'] }, 2: { drawings: ['gone'] }, 3: { drawings: ['gone'] } });
  const lost = { ...plain, scenes: plain.scenes.map((each) => ({ ...each, plate: { photoId: 'gone' } })) };
  expect(lostWords(lost)).toBe(
    '4 mends do nothing (clean plate at frame 1, a drawing at frame 3, a drawing at frame 5 and 1 more)',
  );
  expect(lostWords(lost, [{ from: 7, to: 8 }])).toBe('1 mend does nothing (a drawing at frame 7)');
  expect(lostWords(lost, [{ from: 8, to: 10 }])).toBeUndefined();
});
