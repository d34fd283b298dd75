import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Cue, Sound } from '../../core/film/sound';
import { placeCues } from '../../core/film/cue-place';
import { filmWith, photoNamed } from '../../core/film/random-films';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { openFilm, setDocument } from '../../state/document/document';
import { openForTest } from '../../state/document/open-for-test';
import { setCycle, takePassOut } from '../../state/poses/cycles';
import { duplicateScene, moveScene, setScene, trimScene } from '../../state/poses/scenes';
import { choosePose } from '../../state/selection/choose';
import { selectionNow, setSelection } from '../../state/selection/selection';
import { setShell, shellNow } from '../../state/shell/shell';
import { STAGES } from '../../state/shell/stages';
import { chooseCue, laySound } from '../../state/sound/cues';
import { goTo } from '../../state/transport/play';
import { transportNow } from '../../state/transport/transport';
import { KEYS } from './keys';
import { said } from '../../state/shell/said-for-test';
import { press } from './keys-for-test';

const film = () => {
  const open = openFilm();
  if (!open) throw new Error('No film is open.');
  return open;
};

/** The strip as it shows the film: `photo×hold`, an echo of a cycle in brackets. */
function strip(): string {
  const shown = new Set<string>();
  const tickets: string[] = [];
  const schedule = scheduleOf(film());
  for (let at = 0; at < schedule.frames;) {
    const entry = poseAt(schedule, at);
    if (!entry) break;
    const words = `${entry.pose.photoId}×${entry.pose.hold}`;
    tickets.push(shown.has(entry.pose.id) ? `(${words})` : words);
    shown.add(entry.pose.id);
    at = entry.end;
  }
  return tickets.join(' ');
}

/** Chooses poses as clicks do: the first, and with Shift the last. */
function choose(first: string, last = first): void {
  choosePose(first, 'only');
  if (last !== first) choosePose(last, 'range');
}

const pose = (photo: number) => ({ id: `p${photo}`, photoId: String(photo), hold: 2 });

/** A film of poses of photos 1 to 6 on twos, in scenes that begin at these. */
const sixPoses = (...begins: readonly number[]) => {
  const starts = [1, ...begins];
  const scenes = starts.map((from, i) =>
    [1, 2, 3, 4, 5, 6].filter((photo) => photo >= from && photo < (starts[i + 1] ?? 7)).map(pose),
  );
  return { ...filmWith(scenes), photos: [1, 2, 3, 4, 5, 6].map((photo) => photoNamed(String(photo))) };
};

beforeEach(async () => {
  await openForTest(sixPoses());
  setDocument({ canWrite: true });
  setShell({ stage: 'time' });
});

describe('poses', () => {
  it('are put into the opposite order, and copied; the copies are poses of their own, and are chosen', () => {
    choose('p1', 'p3');
    press('r');
    expect(strip()).toBe('3×2 2×2 1×2 4×2 5×2 6×2');
    press('Ctrl d');
    expect(strip()).toBe('3×2 2×2 1×2 3×2 2×2 1×2 4×2 5×2 6×2');
    press('7');
    expect(strip()).toBe('3×2 2×2 1×2 3×7 2×7 1×7 4×2 5×2 6×2');
  });

  it('are cut and pasted elsewhere; two are exchanged', () => {
    choose('p1', 'p2');
    press('Ctrl x');
    expect(strip()).toBe('3×2 4×2 5×2 6×2');
    press('End', 'Escape', 'Ctrl v');
    expect(strip()).toBe('3×2 4×2 5×2 6×2 1×2 2×2');
    press('Ctrl z', 'Ctrl z');
    choosePose('p1', 'only');
    choosePose('p5', 'toggle');
    press('x');
    expect(strip()).toBe('5×2 2×2 3×2 4×2 1×2 6×2');
  });

  it('are held longer and shorter, never below a frame; all of it is undone and done again', () => {
    press('Ctrl a', '5');
    expect(strip()).toBe('1×5 2×5 3×5 4×5 5×5 6×5');
    choose('p2');
    press('-', '-', '-', '-', '-', '-');
    expect(strip()).toBe('1×5 2×1 3×5 4×5 5×5 6×5');
    press('+');
    expect(strip()).toBe('1×5 2×2 3×5 4×5 5×5 6×5');
    while (openFilm() !== undefined && strip() !== '1×2 2×2 3×2 4×2 5×2 6×2') press('Ctrl z');
    press('Ctrl Shift Z');
    expect(strip()).toBe('1×5 2×5 3×5 4×5 5×5 6×5');
  });

  it('are moved by a key to both sides, and stop at the ends of the film', () => {
    choose('p2', 'p3');
    press('Alt →');
    expect(strip()).toBe('1×2 4×2 2×2 3×2 5×2 6×2');
    press('Alt →', 'Alt →', 'Alt →', 'Alt →');
    expect(strip()).toBe('1×2 4×2 5×2 6×2 2×2 3×2');
    for (let i = 0; i < 6; i++) press('Alt ←');
    expect(strip()).toBe('2×2 3×2 1×2 4×2 5×2 6×2');
  });

  it('that are all cut leave nothing that a key could harm, and are all pasted back', () => {
    press('Ctrl a', 'Ctrl x');
    expect(scheduleOf(film()).frames).toBe(0);
    press('Delete', 'r', 'c', 'x', '1', '+', 's', 'f', '[', 'p', 'a', 'Ctrl d', 'Shift C', 'Space');
    press('Ctrl v');
    expect(strip()).toBe('1×2 2×2 3×2 4×2 5×2 6×2');
  });

  it('are not changed while another tab has the film, which is said', () => {
    setDocument({ canWrite: false });
    choose('p1');
    press('Delete');
    expect(strip()).toBe('1×2 2×2 3×2 4×2 5×2 6×2');
    expect(said()).toMatch(/another tab/);
  });
});

describe('a cycle', () => {
  const cycleId = (): string => {
    const cycle = film().scenes[0]?.items.find((item) => 'items' in item);
    if (!cycle) throw new Error('There is no cycle.');
    return cycle.id;
  };
  beforeEach(() => {
    choose('p2', 'p4');
    press('c');
  });

  it('repeats its poses: again, there and back, with the poses at its ends twice', () => {
    expect(strip()).toBe('1×2 2×2 3×2 4×2 (2×2) (3×2) (4×2) 5×2 6×2');
    setCycle(cycleId(), { way: 'there-and-back' });
    expect(strip()).toBe('1×2 2×2 3×2 4×2 (3×2) (2×2) (3×2) (4×2) (3×2) 5×2 6×2');
    setCycle(cycleId(), { times: 1, endsTwice: true });
    expect(strip()).toBe('1×2 2×2 3×2 4×2 (4×2) (3×2) (2×2) 5×2 6×2');
  });

  it('has a hold that is set in one pass in all; a pass that is taken out is changed by itself', () => {
    choose('p2');
    press('5');
    expect(strip()).toBe('1×2 2×5 3×2 4×2 (2×5) (3×2) (4×2) 5×2 6×2');
    setCycle(cycleId(), { times: 3 });
    takePassOut(cycleId(), 1);
    const own = film().scenes[0]?.items.find((item) => !('items' in item) && item.photoId === '3');
    choose(own?.id ?? '');
    press('Delete');
    expect(strip()).toBe('1×2 2×5 3×2 4×2 2×5 4×2 2×5 3×2 4×2 5×2 6×2');
  });

  it('that is unrolled leaves poses of their own', () => {
    choose('p2', 'p4');
    press('Shift C');
    expect(strip()).toBe('1×2 2×2 3×2 4×2 2×2 3×2 4×2 5×2 6×2');
    const copies = poseAt(scheduleOf(film()), 8);
    choose(copies?.pose.id ?? '');
    press('7');
    expect(strip()).toBe('1×2 2×2 3×2 4×2 2×7 3×2 4×2 5×2 6×2');
  });
});

describe('a scene', () => {
  beforeEach(async () => {
    await openForTest(sixPoses(5));
    setShell({ stage: 'time' });
  });

  it('is copied, set aside and brought back, and moved', () => {
    duplicateScene('s1');
    expect(strip()).toMatch(/^1×2 2×2 3×2 4×2 5×2 6×2 5×2 6×2$/);
    setScene('s1', { setAside: true });
    expect(strip()).toBe('1×2 2×2 3×2 4×2 5×2 6×2');
    setScene('s1', { setAside: false });
    moveScene('s1', 0);
    expect(strip()).toBe('5×2 6×2 1×2 2×2 3×2 4×2 5×2 6×2');
  });

  it('loses what lies outside of the in and out points', () => {
    // In on the second frame of pose 1, out on the first of pose 4.
    press('Home', '→', '[', '→', '→', '→', '→', '→', ']');
    trimScene('s0');
    expect(strip()).toBe('1×1 2×2 3×2 4×1 5×2 6×2');
  });

  it('is parted before the pose on screen', () => {
    goTo(4);
    press('Escape', 's');
    expect(film().scenes.map(({ items }) => items.length)).toEqual([2, 2, 2]);
  });
});

it('a key goes from flag to flag, and says where there is none; a flag keeps to its pose, and stays, loose, without it', () => {
  goTo(8);
  press('f', 'Home', '.');
  expect(transportNow().frame).toBe(8);
  press('.');
  expect(said()).toContain('No flag or word after this frame');
  const at = () => film().flags.map((flag) => flag.at);
  expect(at()).toMatchObject([{ poseId: 'p5', offset: 0 }]);
  const pinned = at();
  choose('p1');
  press('6');
  expect(at()).toEqual(pinned);
  press('Home', '.');
  expect(transportNow().frame).toBe(12);
  choose('p5');
  press('Delete');
  // It stands where it stood.
  press('Home', '.');
  expect(transportNow().frame).toBe(12);
  press('Ctrl z');
  expect(at()).toEqual(pinned);
});

describe('a cue', () => {
  /** Half a second at 48 kHz. */
  const tone: Sound = {
    ...{ id: 'tone', name: 'tone.wav', hash: 'f'.repeat(64), type: 'audio/wav', bytes: 9 },
    ...{ sampleRate: 48_000, channels: 1, samples: 24_000 },
  };
  const times = (): number[] => placeCues(film()).flatMap(({ start, end }) => [start / 48_000, end / 48_000]);
  const cue = (): Cue => film().cues[0] as Cue;

  beforeEach(async () => {
    await openForTest({ ...sixPoses(), sounds: [tone] });
    setShell({ stage: 'sound' });
    press('Home', '→', '→', '→', '→');
    laySound(tone);
    chooseCue(cue().id, 'only');
  });

  it('goes with its pose', () => {
    const [start = 0] = times();
    expect(start).toBeCloseTo(4 / 24, 6);
    setShell({ stage: 'time' });
    setSelection({ chosenCues: new Set() });
    choose('p1');
    press('8');
    expect(times()[0]).toBeCloseTo(10 / 24, 6);
  });

  it('is moved by frames and by hundredths of them', () => {
    press('Alt →', 'Alt Shift ←');
    expect((times()[0] ?? 0) * 24).toBeCloseTo(4.99, 4);
  });

  it('is split at the playhead', () => {
    goTo(6);
    press('k');
    expect(times().map((each) => Math.round(each * 24))).toEqual([4, 6, 6, 16]);
  });

  it('stays where it sounded where its pose is deleted, and is tied again by undo', () => {
    const before = times();
    setShell({ stage: 'time' });
    setSelection({ chosenCues: new Set() });
    choose('p3');
    press('Delete');
    expect(times()).toEqual(before);
    expect(placeCues(film())[0]?.loose).toBe(true);
    press('Ctrl z');
    expect(times()).toEqual(before);
    expect(placeCues(film())[0]?.loose).toBe(false);
    choose('p1');
    press('8');
    expect(times()[0]).toBeCloseTo(10 / 24, 6);
  });
});

describe('the keys of all places', () => {
  it('lead to every stage, and are told in words that none shares within its place', () => {
    for (const [i, stage] of STAGES.entries()) {
      press(`Alt ${i + 1}`);
      expect(shellNow().stage).toBe(stage);
    }
    for (const [place, bindings] of Object.entries(KEYS)) {
      const words = bindings.map(({ does }) => does);
      expect(new Set(words).size, place).toBe(words.length);
    }
  });

  it('choose all and none', () => {
    setShell({ stage: 'time' });
    press('Ctrl a');
    expect(selectionNow().chosen.size).toBe(6);
    press('Escape');
    expect(selectionNow().chosen.size).toBe(0);
  });
});
