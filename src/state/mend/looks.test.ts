import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Film } from '../../core/film/film';
import { filmWith } from '../../core/film/random-films';
import { scheduleOf } from '../../core/film/schedule';
import { readCube } from '../../core/formats/cube';
import { MOST_STEPS, type ColourStep, type Look } from '../../core/picture/colour/colour-steps';
import { keepTable } from '../../core/picture/colour/kept-table';
import { openFilm, setDocument } from '../document/document';
import { redoEdit, undoEdit } from '../document/edit-film';
import { openForTest } from '../document/open-for-test';
import { choosePose } from '../selection/choose';
import { said } from '../shell/said-for-test';
import { setShell } from '../shell/shell';
import { goTo } from '../transport/play';
import {
  addCubes,
  addStep,
  freshStep,
  lookAsBefore,
  lookInScope,
  moveStep,
  pick,
  removeStep,
  setCurve,
  setNumbers,
  startPicking,
  stopPicking,
  switchStep,
} from './looks';
import { mendNow, useMend } from './mend';

// Stands in for the worker that reads tables.
vi.mock('../../engine/browser/mend/cube-files', () => ({
  readTable: async (file: File) => {
    const table = readCube(await file.text(), file.name);
    return table.ok ? { ok: true, value: keepTable(table.value, file.name) } : table;
  },
}));

const film = (): Film => {
  const open = openFilm();
  if (!open) throw new Error('No film is open.');
  return open;
};
const look = (): Look => lookInScope(film(), mendNow().lookScope);
const kinds = (): readonly string[] => look().map(({ kind, off }) => `${kind}${off ? ' left out' : ''}`);
const step = (kind: string): ColourStep => {
  const found = look().find((each) => each.kind === kind);
  if (!found) throw new Error(`There is no ${kind}.`);
  return found;
};

beforeEach(async () => {
  await openForTest(
    filmWith([
      [
        { id: 'one', photoId: 'a', hold: 2 },
        { id: 'two', photoId: 'b', hold: 2 },
      ],
      [{ id: 'three', photoId: 'a', hold: 2 }],
    ]),
  );
  setDocument({ canWrite: true });
  setShell({ notices: [] });
  useMend.setState(useMend.getInitialState(), true);
  goTo(0);
});

describe('steps of a look', () => {
  it('are added at the end and opened, moved, left out, done again and taken out; each is undone', () => {
    addStep('exposure');
    addStep('warmth');
    addStep('mono');
    expect(kinds()).toEqual(['exposure', 'warmth', 'mono']);
    expect(mendNow().openStep).toBe(step('mono').id);
    moveStep(step('mono'), -1);
    expect(kinds()).toEqual(['exposure', 'mono', 'warmth']);
    // Neither over the first nor under the last.
    moveStep(step('exposure'), -1);
    moveStep(step('warmth'), 1);
    expect(kinds()).toEqual(['exposure', 'mono', 'warmth']);
    switchStep(step('mono'), false);
    expect(kinds()).toEqual(['exposure', 'mono left out', 'warmth']);
    switchStep(step('mono'), true);
    removeStep(step('exposure'));
    expect(kinds()).toEqual(['mono', 'warmth']);
    lookAsBefore();
    expect(kinds()).toEqual([]);
    undoEdit();
    undoEdit();
    undoEdit();
    expect(kinds()).toEqual(['exposure', 'mono left out', 'warmth']);
    redoEdit();
    expect(kinds()).toEqual(['exposure', 'mono', 'warmth']);
  });

  it('have numbers, which go back to how they were', () => {
    addStep('exposure');
    const fresh = step('exposure');
    setNumbers(step('exposure'), { stops: -1 });
    expect(step('exposure').value).toMatchObject({ stops: -1 });
    freshStep(step('exposure'));
    expect(step('exposure')).toEqual(fresh);
  });

  it('have curves, of which straight ones are not kept', () => {
    addStep('curves');
    const bent = [
      { x: 0, y: 0 },
      { x: 0.5, y: 0.7 },
      { x: 1, y: 1 },
    ];
    setCurve(step('curves'), 'red', bent);
    expect(step('curves').value).toMatchObject({ red: bent });
    setCurve(step('curves'), 'red', [
      { x: 0, y: 0 },
      { x: 1, y: 1 },
    ]);
    expect(Object.values(step('curves').value).filter(Boolean)).toEqual([]);
  });

  it('are so many at most', () => {
    for (let i = 0; i < MOST_STEPS + 1; i++) addStep('mono');
    expect(look()).toHaveLength(MOST_STEPS);
    expect(said()).toContain(`${MOST_STEPS} colour steps are the most. Delete one first.`);
  });
});

describe('what a look is set for', () => {
  it('is the film, the scene on screen, or the chosen poses; each has its own', () => {
    addStep('exposure');
    useMend.setState({ lookScope: 'scene' });
    addStep('warmth');
    useMend.setState({ lookScope: 'chosen' });
    choosePose('two', 'only');
    addStep('mono');
    const { poses } = scheduleOf(film());
    expect(film().settings.look?.map(({ kind }) => kind)).toEqual(['exposure']);
    expect(film().scenes.map((scene) => scene.look?.map(({ kind }) => kind))).toEqual([
      ['warmth'],
      undefined,
    ]);
    expect(poses.map(({ pose }) => pose.look?.map(({ kind }) => kind))).toEqual([
      undefined,
      ['mono'],
      undefined,
    ]);
    choosePose('one', 'only');
    expect(look()).toEqual([]);
  });
});

describe('a colour that is picked', () => {
  it('becomes grey, black or white; what is too full of colour is not made grey, which is said', () => {
    addStep('warmth');
    startPicking(step('warmth'), 'grey');
    expect(said()).toBe('Click something on the picture that should be grey.');
    pick([0.6, 0.5, 0.4], { x: 0.5, y: 0.5 });
    expect(mendNow().picking).toBeUndefined();
    const { value } = step('warmth') as unknown as { value: { warmth: number; tint: number } };
    // Redder than blue: it is made colder.
    expect(value.warmth).toBeLessThan(0);
    startPicking(step('warmth'), 'grey');
    pick([1, 0, 0], { x: 0.5, y: 0.5 });
    expect(said()).toContain('That is too dark or too colourful to be made grey.');
    expect(step('warmth').value).toEqual(value);
    addStep('levels');
    startPicking(step('levels'), 'black');
    pick([0.1, 0.1, 0.1], { x: 0, y: 0 });
    startPicking(step('levels'), 'white');
    pick([0.95, 0.95, 0.95], { x: 0, y: 0 });
    // Luma by ITU-R BT.709, of 255.
    expect(step('levels').value).toMatchObject({ black: 26, white: 242 });
  });

  it('is none once it was given up', () => {
    addStep('levels');
    const before = step('levels');
    startPicking(before, 'black');
    stopPicking();
    pick([0.5, 0.5, 0.5], { x: 0, y: 0 });
    expect(step('levels')).toEqual(before);
  });
});

describe('tables of colour', () => {
  const cube = (name: string, text: string): File => new File([text], name);
  const inverse = `LUT_3D_SIZE 2\n1 1 1\n0 1 1\n1 0 1\n0 0 1\n1 1 0\n0 1 0\n1 0 0\n0 0 0\n`;

  it('come from files, one step each; of those that cannot be used it is said why, and the others come', async () => {
    await addCubes([cube('night.cube', inverse), cube('words.cube', 'no table'), cube('dusk.cube', inverse)]);
    expect(kinds()).toEqual(['table', 'table']);
    expect(look().map(({ value }) => (value as { name?: string }).name)).toEqual(['night.cube', 'dusk.cube']);
    expect(said()).toContain('words.cube');
    setNumbers(step('table'), { strength: 40 });
    expect(step('table').value).toMatchObject({ strength: 40 });
    freshStep(step('table'));
    expect(step('table').value).toMatchObject({ strength: 100 });
  });
});
