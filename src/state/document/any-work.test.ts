import { createWorkbench, enterWorkbench } from '../workbench';
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { CYCLE_WAYS, type Film } from '../../core/film/film';
import { startHistory } from '../../core/edits/history';
import { isCycle } from '../../core/film/items';
import { placedTranscript, type PlacedWord } from '../../core/film/placed-transcript';
import { filmsWithCycles, photoNamed, rolledOutFilm, withStoredIds } from '../../core/film/random-films';
import { scheduleOf } from '../../core/film/schedule';
import type { Sound } from '../../core/film/sound';
import { filmDocument, readFilmDocument } from '../../core/formats/film-document';
import { readStep } from '../../core/formats/read-step';
import * as arrange from '../poses/arrange-poses';
import * as beats from '../sound/beats';
import * as choose from '../selection/choose';
import * as cues from '../sound/cues';
import * as cycles from '../poses/cycles';
import { editOn, goToEdit, redoEdit, setDefaultHold, setSettings, undoEdit } from './edit-film';
import * as frames from '../mend/frame-pictures';
import { copyMends, pasteMends } from '../mend/copy-mends';
import { MEND_SCOPES, MEND_TOOLS, mendNow, setMend } from '../mend/mend';
import * as mends from '../mend/mend-light';
import * as places from '../mend/move-photos';
import { pointAt, startPointing } from '../mend/point-photos';
import { frameShared } from '../mend/frame-shared';
import * as doses from '../mend/doses';
import * as runs from '../mend/frame-runs';
import * as looks from '../mend/looks';
import { amountsOf, FRESH_KINDS, type ColourStep } from '../../core/picture/colour/colour-steps';
import * as flags from '../poses/flags';
import { goTo } from '../transport/play';
import * as scenes from '../poses/scenes';
import { useSounds } from '../sound/sounds';
import * as tray from '../photos/tray';
import * as use from '../photos/use-photos';
import * as words from '../sound/transcript';
import { documentNow, openFilm, setDocument } from './document';
import { selectionNow } from '../selection/selection';
import { setShell } from '../shell/shell';
import { transportNow } from '../transport/transport';

const SOUND: Sound = {
  ...{ id: 'sound', name: 'bell.wav', hash: '1'.repeat(64), type: 'audio/wav' },
  ...{ bytes: 500, channels: 1, sampleRate: 48_000, samples: 90_000 },
};

const openInWorkbench = (film: Film): void => {
  enterWorkbench(createWorkbench());
  tray.setTray(tray.useTray.getInitialState(), true);
  setShell({ phase: 'open' });
  setDocument({ history: startHistory(film) });
};

/** Two bursts of speech, a second apart. */
useSounds.setState({
  analyses: new Map([
    [
      SOUND.hash,
      {
        ...{ peaks: [], onsets: [{ at: 24_000, strength: 1 }], samples: SOUND.samples },
        speech: [
          { from: 4800, to: 19_200 },
          { from: 62_400, to: 81_600 },
        ],
      },
    ],
  ]),
});

const film = (): Film => openFilm() as Film;
const pick = <T>(list: readonly T[], n: number): T | undefined => list[n % Math.max(1, list.length)];
const poseIds = (): readonly string[] => [...scheduleOf(film()).firsts.keys()];
const somePose = (n: number): string => pick(poseIds(), n) ?? 'none';
const choosing = (n: number, mode: choose.ChoiceMode): void => {
  const id = pick(poseIds(), n);
  if (id) choose.choosePose(id, mode);
};
const someScene = (n: number): string => pick(film().scenes, n)?.id ?? 'none';
const someCycle = (n: number): string =>
  pick(
    film().scenes.flatMap((scene) => scene.items.filter(isCycle)),
    n,
  )?.id ?? 'none';
const onWord = (n: number, act: (word: PlacedWord) => unknown): void => {
  const word = pick(placedTranscript(film()), n);
  if (word) act(word);
};
const someGap = (n: number): { parentId: string; index: number } => {
  const scene = pick(film().scenes, n);
  return { parentId: scene?.id ?? '', index: n % ((scene?.items.length ?? 0) + 1) };
};
const shapeOf = (n: number): { times: number; way: (typeof CYCLE_WAYS)[number]; endsTwice: boolean } => ({
  times: (n % 3) + 1,
  way: CYCLE_WAYS[n % 3] as (typeof CYCLE_WAYS)[number],
  endsTwice: n % 2 === 0,
});

/** One of the steps of the stack that is set. */
function onStep(n: number, act: (step: ColourStep) => void): void {
  const step = pick(looks.lookInScope(film(), mendNow().lookScope), n);
  if (step) act(step);
}
/** A number of a step somewhere within its bounds. */
function someNumber({ kind }: ColourStep, n: number): Record<string, number> {
  const one = pick(Object.entries(amountsOf(kind)), n);
  return one ? { [one[0]]: one[1].least + ((n % 11) / 10) * (one[1].most - one[1].least) } : {};
}

/** Everything that a person can do to a film without a file; `n` says with what. */
const DEEDS: Readonly<Record<string, (n: number) => unknown>> = {
  goTo: (n) => goTo(n % Math.max(1, scheduleOf(film()).frames)),
  choose: (n) => choosing(n, 'only'),
  chooseOneMore: (n) => choosing(n, 'toggle'),
  chooseTo: (n) => choosing(n, 'range'),
  chooseAll: choose.chooseAll,
  chooseNone: choose.chooseNone,
  chooseScene: (n) => choose.chooseScene(someScene(n)),
  chooseBetween: choose.chooseBetween,
  setHold: (n) => arrange.setHold((n % 9) + 1),
  lengthen: () => arrange.changeHold(1),
  shorten: () => arrange.changeHold(-1),
  delete: arrange.deletePoses,
  shift: (n) => arrange.shiftPoses(n % 2 ? 1 : -1),
  move: (n) => arrange.movePoses([somePose(n), somePose(n >> 3)], someGap(n >> 6)),
  reverse: arrange.reversePoses,
  exchange: arrange.exchangePoses,
  duplicate: arrange.duplicatePoses,
  copy: arrange.copyPoses,
  cut: arrange.cutPoses,
  paste: arrange.pastePoses,
  cycle: (n) => cycles.makeCycle(shapeOf(n)),
  setCycle: (n) => cycles.setCycle(someCycle(n), shapeOf(n >> 2)),
  unroll: (n) => cycles.unrollCycle(someCycle(n)),
  takePassOut: (n) => cycles.takePassOut(someCycle(n), n % 3),
  addScene: (n) => scenes.addScene(n % 2 ? someScene(n) : undefined),
  nameScene: (n) => scenes.setScene(someScene(n), { name: `Named ${n}`, colour: 'moss' }),
  setSceneAside: (n) => scenes.setScene(someScene(n), { setAside: n % 3 === 0 }),
  moveScene: (n) => scenes.moveScene(someScene(n), (n >> 3) % 4),
  splitScene: scenes.splitScene,
  joinScene: (n) => scenes.joinScene(someScene(n)),
  duplicateScene: (n) => scenes.duplicateScene(someScene(n)),
  removeScene: (n) => scenes.removeScene(someScene(n)),
  trimScene: (n) => scenes.trimScene(someScene(n)),
  flag: flags.addFlag,
  moveFlag: (n) => {
    const flag = pick(film().flags, n);
    if (flag) flags.moveFlagHere(flag);
  },
  removeFlag: (n) => flags.removeFlag(pick(film().flags, n)?.id ?? 'none'),
  setIn: () => flags.setPoint('in'),
  setOut: () => flags.setPoint('out'),
  clearPoints: flags.clearPoints,
  hold: (n) => setDefaultHold((n % 4) + 1, n % 2 === 0),
  rate: (n) => setSettings({ rate: n % 2 ? { num: 30_000, den: 1001 } : { num: 12, den: 1 } }),
  lay: (n) => cues.laySound(SOUND, pick(film().lanes, n)?.id),
  chooseCue: (n) => {
    const cue = pick(film().cues, n);
    if (cue) cues.chooseCue(cue.id, n % 2 ? 'only' : 'toggle');
  },
  nudge: (n) => cues.nudgeCues((n % 7) - 3 + (n % 5) / 100),
  splitCues: cues.splitCues,
  removeCues: cues.removeCues,
  duplicateCues: cues.duplicateCues,
  reverseCues: cues.reverseCues,
  levelCues: (n) => cues.markCues('Level', { level: (n % 72) - 60, looped: n % 2 === 0 }),
  fadeWithFilm: cues.fadeWithFilm,
  holdCues: (n) =>
    cues.holdCues(n % 2 ? { to: 'time' } : { to: 'pose', by: (n * 997) % 90_000, every: n % 3 === 0 }),
  putContact: cues.putContact,
  findWords: words.findWords,
  typeWord: (n) => onWord(n, (word) => words.typeWord(word, `said ${n}`)),
  moveWord: (n) => onWord(n, words.moveWordHere),
  splitWord: (n) => onWord(n, words.splitWordHere),
  joinWord: (n) => onWord(n, words.joinWord),
  removeWord: (n) => onWord(n, words.removeWord),
  snapWords: words.snapWords,
  typeTempo: (n) => beats.typeTempo(40 + (n % 200)),
  scaleTempo: (n) => beats.scaleTempo(n % 2 ? 2 : 0.5),
  setBar: (n) => beats.setBar((n % 6) + 2),
  firstBeat: (n) => beats.setFirstBeat((n * 31) % 90_000),
  firstBeatHere: beats.firstBeatHere,
  nudgeFirstBeat: (n) => beats.nudgeFirstBeat(((n % 9) - 4) / 10),
  addTempo: beats.addTempoHere,
  removeTempo: (n) => beats.removeTempo(n % 3),
  takeBeatsOff: beats.takeBeatsOff,
  cuesToBeats: beats.cuesToBeats,
  beatHere: beats.beatHere,
  addLane: (n) => cues.addLane('effects', `Lane ${n}`),
  moveLane: (n) => cues.moveLane(pick(film().lanes, n)?.id ?? '', n % 2 ? 1 : -1),
  removeLane: (n) => cues.removeLane(pick(film().lanes, n)?.id ?? ''),
  choosePhoto: (n) => tray.choosePhoto(pick(film().photos, n)?.id ?? '', n % 2 ? 'only' : 'toggle'),
  insertPhotos: (n) => use.insertPhotos(n % 2 ? 'before' : 'after'),
  replacePhotos: use.replacePhotos,
  touchChosen: (n) => use.touchChosen('light', (n % 17) / 2 - 4),
  sceneOfPhotos: use.makeScene,
  turnPhotos: () => use.turnPhotos(use.QUARTER_RIGHT),
  setPhotosAside: use.setPhotosAside,
  bringPhotosBack: use.bringPhotosBack,
  takePhotosOut: use.takePhotosOut,
  toggleReference: mends.toggleReference,
  setTouch: (n) => mends.setTouch(pick(['light', 'warmth', 'tint'] as const, n) ?? 'light', (n % 9) / 4 - 1),
  setStrength: (n) => mends.setStrength(n % 101),
  toggleLight: mends.toggleLight,
  lightAsBefore: mends.lightAsBefore,
  mendTool: (n) => setMend({ tool: pick(MEND_TOOLS, n) }),
  copyMends,
  pasteMends,
  toggleAnchor: places.toggleAnchor,
  nudgePhotos: (n) =>
    places.nudgePhotos({ right: (n % 7) - 3, down: (n % 5) / 10, turn: ((n % 3) - 1) / 100 }),
  setNudge: (n) => places.setNudge(n % 2 ? { size: 50 + (n % 151) } : { right: (n % 4001) - 2000 }),
  setSteadyStrength: (n) => places.setSteadyStrength(n % 101),
  toggleSteady: places.toggleSteady,
  placeAsBefore: places.placeAsBefore,
  pointAt: (n) => {
    startPointing();
    pointAt({ x: n % 1600, y: n % 900 });
    pointAt({ x: (n * 7) % 1600, y: (n * 3) % 900 });
  },
  frameShared,
  setEdges: (n) => places.setEdges(n % 2 ? 'neighbour' : undefined),
  moveCamera: (n) => {
    setMend({ onOnes: n % 2 === 0, pace: n % 3 ? 'eased' : 'straight' });
    runs.moveCamera();
  },
  setDose: (n) => doses.setDose(n % 2 ? 'framing' : 'colour', n % 101),
  toggleDose: (n) => doses.toggleDose(n % 2 ? 'framing' : 'colour'),
  stepByWords: runs.stepByWords,
  lookFor: (n) => setMend({ lookScope: pick(MEND_SCOPES, n) ?? 'film' }),
  addStep: (n) => looks.addStep(pick(FRESH_KINDS, n) ?? 'levels'),
  setNumbers: (n) => onStep(n, (step) => looks.setNumbers(step, someNumber(step, n))),
  setCurve: (n) =>
    onStep(n, (step) =>
      looks.setCurve(step, n % 2 ? 'all' : 'red', [
        { x: 0.1, y: (n % 10) / 10 },
        { x: 0.9, y: 1 },
      ]),
    ),
  moveStep: (n) => onStep(n, (step) => looks.moveStep(step, n % 2 ? 1 : -1)),
  switchStep: (n) => onStep(n, (step) => looks.switchStep(step, n % 2 === 0)),
  removeStep: (n) => onStep(n, looks.removeStep),
  freshStep: (n) => onStep(n, looks.freshStep),
  lookAsBefore: looks.lookAsBefore,
  frameFor: (n) => setMend({ frameScope: pick(MEND_SCOPES, n) ?? 'film' }),
  setCrop: (n) => frames.setCrop(n % 5 ? { x: (n % 13) / 6, y: 0.5, size: 0.02 * (n % 300) } : undefined),
  nudgeCrop: (n) => frames.nudgeCrop((n % 5) - 2, 1, n % 2 ? 0.9 : 1.2),
  setPlacing: (n) => frames.setPlacing(pick(['whole', 'fill', undefined] as const, n)),
  uncropAll: frames.uncropAll,
  amend: () => editOn({ kind: 'patch', of: 'film', patch: { title: 'Amended' } }),
  undo: undoEdit,
  redo: redoEdit,
  goToEdit: (n) => goToEdit(n % ((documentNow().history?.done.length ?? 0) + 2)),
};

const deeds = fc.array(fc.tuple(fc.constantFrom(...Object.keys(DEEDS)), fc.nat(100_000)), { maxLength: 40 });

const start = filmsWithCycles.map((each) => ({
  ...withStoredIds(each),
  photos: [photoNamed('a'), photoNamed('b')],
  sounds: [SOUND],
}));

function checkWorkbench(after: string): void {
  const { frame } = transportNow();
  const { chosen, chosenCues } = selectionNow();
  const plan = scheduleOf(film());
  const stored: unknown = JSON.parse(JSON.stringify(filmDocument(film())));
  const read = readFilmDocument(stored);
  expect(read, after).toEqual({ ok: true, value: (stored as { film: unknown }).film });
  // What was done can be read again, too: as a store gives it back.
  const last = documentNow().history?.done.at(-1);
  if (last) expect(readStep(structuredClone(last)), after).toEqual(last);
  expect(plan.frames, after).toBe(rolledOutFilm(film()).reduce((sum, pose) => sum + pose.hold, 0));
  expect(frame, after).toBeGreaterThanOrEqual(0);
  expect(frame, after).toBeLessThanOrEqual(Math.max(0, plan.frames - 1));
  expect(
    [...chosen].filter((id) => !plan.firsts.has(id)),
    after,
  ).toEqual([]);
  const lanes = new Set(film().lanes.map((lane) => lane.id));
  expect(
    film().cues.filter((cue) => !lanes.has(cue.laneId) || cue.to <= cue.from),
    after,
  ).toEqual([]);
  const known = new Set(film().cues.map((cue) => cue.id));
  expect(
    [...chosenCues].filter((id) => !known.has(id)),
    after,
  ).toEqual([]);
}

it(
  'whatever is done in whatever order, the film can be kept and read, and all of it undone and done again',
  { timeout: 60_000 },
  () => {
    fc.assert(
      fc.property(start, deeds, (first, list) => {
        openInWorkbench(first);
        for (const [name, n] of list) {
          DEEDS[name]?.(n);
          checkWorkbench(name);
        }
        const last = film();
        const done = documentNow().history?.done.length ?? 0;
        goToEdit(0);
        expect(film()).toEqual(first);
        goToEdit(done);
        expect(film()).toEqual(last);
      }),
      { numRuns: 200 },
    );
  },
);

it('a film that is open in another tab is changed by nothing', () => {
  fc.assert(
    fc.property(start, deeds, (first, list) => {
      openInWorkbench(first);
      setDocument({ canWrite: false });
      for (const [name, n] of list) DEEDS[name]?.(n);
      expect(film()).toBe(first);
    }),
    { numRuns: 100 },
  );
});
