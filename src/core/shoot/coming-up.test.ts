import { expect, test } from 'vitest';
import type { Film, Flag } from '../film/film';
import { filmWith } from '../film/random-films';
import { comingUp, sceneLength } from './coming-up';

const pose = (id: string) => ({ id, photoId: 'a', hold: 4 });
const flag = (id: string, kind: Flag['kind'], poseId: string, offset: number): Flag => ({
  ...{ id, kind, label: id, colour: 'teal' },
  at: { poseId, offset, showing: 0, frame: 0 },
});

/** Eight frames of film at 24 frames a second, and four seconds of a line that begins with it. */
function spoken(): Film {
  const film = filmWith([[pose('1'), pose('2')]]);
  const words = [
    // Half a second is 12 frames, and a frame 2000 samples.
    { id: 'w', at: 0, to: 12_000, text: 'wait' },
    { id: 'f', at: 16_000, to: 20_000, text: 'for' },
    { id: 'm', at: 90_000, to: 96_000, text: 'me' },
  ];
  return {
    ...film,
    settings: { ...film.settings, rate: { num: 24, den: 1 } },
    flags: [flag('look', 'note', '2', 2), flag('step', 'contact', '1', 0)],
    sounds: [
      {
        ...{ id: 's', name: 'line.wav', hash: '0'.repeat(64), type: 'audio/wav', bytes: 1, channels: 1 },
        ...{
          sampleRate: 48_000,
          samples: 192_000,
          words,
          beats: { steps: [{ at: 0, tempo: 120 }], toBar: 4 },
        },
      },
    ],
    lanes: [{ id: 'l', name: 'Dialogue', kind: 'dialogue', level: 0 }],
    cues: [
      {
        ...{ id: 'c', soundId: 's', laneId: 'l', from: 0, to: 192_000, level: 0 },
        pin: { to: 'time', sample: 0 },
      },
    ],
  };
}

test('at a frame, and past the last that is shot, it is told which word is heard, where in it, and what comes', () => {
  const film = spoken();
  expect(comingUp(film, 2, 24)).toMatchObject({
    words: [
      { text: 'wait', begins: -2, lasts: 6 },
      { text: 'for', begins: 6, lasts: 2 },
    ],
    flags: [{ begins: 4, flag: { label: 'look' } }],
    // A beat at 120 a minute lasts 12 frames, and four are a bar.
    beats: [
      { begins: 10, bar: false },
      { begins: 22, bar: false },
    ],
  });
  // The film has 8 frames; what is shot next is frame 46 of the sound.
  expect(comingUp(film, 46, 4).words).toEqual([{ text: 'me', begins: -1, lasts: 3 }]);
  expect(comingUp(film, 46, 4).beats).toEqual([{ begins: 2, bar: true }]);
});

test('a scene is as long as its poses, and may be planned longer', () => {
  const film = spoken();
  const [scene] = film.scenes;
  if (!scene) throw new Error('no scene');
  expect(sceneLength(film, scene.id)).toMatchObject({ frames: 8, planned: undefined });
  const planned = { ...film, scenes: [{ ...scene, planned: 96 }] };
  expect(sceneLength(planned, undefined)).toMatchObject({ id: scene.id, frames: 8, planned: 96 });
  expect(sceneLength({ ...film, scenes: [] }, undefined)).toBeUndefined();
});
