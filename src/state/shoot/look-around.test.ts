import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { filmWith } from '../../core/film/random-films';
import type { Camera } from '../../engine/browser/shoot/camera';
import { desk } from '../../engine/browser/store/stores';
import { setDocument } from '../document/document';
import { openForTest } from '../document/open-for-test';
import { setShell, shellNow } from '../shell/shell';
import { goTo } from '../transport/play';
import { transportNow } from '../transport/transport';
import { zoomNow } from '../transport/zoom';
import { useCamera } from './camera';
import { checkOrStop, endCheck, stepInShoot, stepPoseInShoot, useCheck } from './check';
import { parseShape, restoreGuides, setGuides, toggleGuides, useGuides } from './guides';
import { leaveLastPose, showLastPose } from './follow-strip';
import { showLive, useLive } from './live';
import { flipLive, toggleLiveDifference, toggleLiveGhost, useLiveCompare } from './live-compare';
import { restoreShooting, setShooting, shootingNow, useShooting } from './shooting';

const camera = {
  ...{ id: 'test', name: 'Camera of a test', sizes: [], rates: [] },
  photoSize: { width: 1600, height: 1200 },
  facts: () => ({ capabilities: {}, settings: {} }),
  close: () => undefined,
} as unknown as Camera;

beforeEach(async () => {
  vi.stubGlobal('requestAnimationFrame', () => 1);
  vi.stubGlobal('cancelAnimationFrame', () => undefined);
  await desk.clear();
  const pose = (id: string, hold: number) => ({ id, photoId: 'a', hold });
  await openForTest(filmWith([[pose('one', 2), pose('two', 3), pose('three', 2)]]));
  setDocument({ canWrite: true });
  setShell({ stage: 'shoot', notices: [] });
  useShooting.setState(useShooting.getInitialState(), true);
  useLiveCompare.setState(useLiveCompare.getInitialState(), true);
  useGuides.setState(useGuides.getInitialState(), true);
  useCamera.setState({ camera, doing: 'open', photo: camera.photoSize });
  endCheck();
  showLive();
  goTo(6);
});

/** The frame on screen, from 0, or `live` for the live picture. */
const seen = (): number | 'live' => (useLive.getState().isLive ? 'live' : transportNow().frame);

describe('steps through what was shot', () => {
  it('go back from the live picture by frames, and on to it again', () => {
    const path = [seen()];
    // On from the live picture there is nothing.
    for (const by of [1, -1, -1, 1, 1, 1, -1] as const) {
      stepInShoot(by);
      path.push(seen());
    }
    expect(path).toEqual(['live', 'live', 6, 5, 6, 'live', 'live', 6]);
  });

  it('go by poses, and stop at the first', () => {
    const path = [seen()];
    for (const by of [1, -1, -1, -1, -1, 1, 1, 1] as const) {
      stepPoseInShoot(by);
      path.push(seen());
    }
    expect(path).toEqual(['live', 'live', 6, 2, 0, 0, 2, 5, 'live']);
  });

  it('are none in a film without poses', async () => {
    await openForTest({ ...filmWith([[]]), photos: [] });
    stepInShoot(-1);
    stepPoseInShoot(-1);
    expect(seen()).toBe('live');
  });
});

describe('the last seconds', () => {
  it('are played with the live picture as the pose that comes next, and end by a step', () => {
    setShooting({ checked: 1 });
    checkOrStop();
    const { film, liveId, span } = useCheck.getState();
    expect(film?.scenes[0]?.items.map(({ id }) => id)).toEqual(['one', 'two', 'three', liveId]);
    expect(span).toEqual({ from: 0, to: 9 });
    stepInShoot(-1);
    expect(useCheck.getState().film).toBeUndefined();
  });

  it('end with the pose in whose place the photo goes, and with the film where no camera is open', () => {
    setShooting({ place: 'instead' });
    goTo(3);
    checkOrStop();
    expect(useCheck.getState()).toMatchObject({ liveId: 'two', span: { from: 0, to: 5 } });
    checkOrStop();
    expect(useCheck.getState().film).toBeUndefined();
    useCamera.setState({ camera: undefined, doing: 'closed' });
    checkOrStop();
    expect(useCheck.getState()).toMatchObject({ liveId: undefined, span: { from: 0, to: 7 } });
    endCheck();
  });
});

describe('what lies over the live picture', () => {
  it('is a ghost until it is switched off, and the difference where that is asked for', () => {
    expect(useLiveCompare.getState()).toMatchObject({ ghostsBefore: 1, difference: false });
    toggleLiveGhost();
    toggleLiveDifference();
    expect(useLiveCompare.getState()).toMatchObject({ ghostsBefore: 0, ghostsAfter: 0, difference: true });
    toggleLiveGhost();
    toggleLiveDifference();
    flipLive(true);
    expect(useLiveCompare.getState()).toMatchObject({ ghostsBefore: 1, difference: false, flipped: true });
    flipLive(false);
  });

  it('are guides, all of them or thirds by a key, there again another day; what cannot be read is left', async () => {
    toggleGuides();
    expect(useGuides.getState()).toMatchObject({ thirds: true, centre: false });
    setGuides({ safe: true, shape: 2.39 });
    toggleGuides();
    expect(useGuides.getState()).toMatchObject({ thirds: false, safe: false, shape: 2.39 });
    await vi.waitFor(async () => expect(await desk.getItem('guides')).toMatchObject({ thirds: false }));
    useGuides.setState(useGuides.getInitialState(), true);
    await restoreGuides();
    expect(useGuides.getState().shape).toBe(2.39);
    await desk.setItem('guides', { shape: 'round' });
    await restoreGuides();
    expect(useGuides.getState().shape).toBe(2.39);
  });

  it.each([
    ['2.39', 2.39],
    ['2,39:1', 2.39],
    ['16:9', 1.778],
    [' 9 x 16 ', 0.563],
    ['4/3', 1.333],
    ['', undefined],
  ])('a shape is typed as “%s”', (text, shape) => {
    expect(parseShape(text)).toEqual({ ok: true, value: shape });
  });

  it.each(['round', '0:1', '16:0', '100:1', '-2'])('“%s” is no shape, which is said', (text) => {
    expect(parseShape(text)).toMatchObject({
      ok: false,
      problem: `“${text}” is not a shape. Type width and height such as 16:9, or 2.39.`,
    });
  });
});

describe('how photos are taken', () => {
  it('is there again another day, but for where the next one goes; what cannot be read is as at first', async () => {
    setShooting({ place: 'behind', countIn: 5, every: 2.5, turn: 6, type: 'image/png' });
    await vi.waitFor(async () => expect(await desk.getItem('shooting')).toMatchObject({ countIn: 5 }));
    useShooting.setState(useShooting.getInitialState(), true);
    await restoreShooting();
    expect(shootingNow()).toMatchObject({ place: 'end', countIn: 5, every: 2.5, turn: 6, type: 'image/png' });
    useShooting.setState(useShooting.getInitialState(), true);
    await desk.setItem('shooting', { countIn: 7 });
    await restoreShooting();
    expect(shootingNow()).toEqual(useShooting.getInitialState());
  });
});

describe('the strip while it is shot', () => {
  /** 200 frames in 900 pixels: a pose of two frames is some 9 pixels wide. */
  const longFilm = async (): Promise<void> => {
    const items = Array.from({ length: 100 }, (_, i) => ({ id: `p${i}`, photoId: 'a', hold: 2 }));
    await openForTest(filmWith([items]));
    setShell({ stage: 'shoot', stripWidth: 900, zoom: undefined, shotZoom: undefined });
  };

  it('comes so close that a new pose is recognised, and shows the whole film again when Shoot is left', async () => {
    await longFilm();
    const whole = zoomNow();
    expect(2 * whole).toBeLessThan(44);
    showLastPose(2);
    expect(2 * zoomNow()).toBe(44);
    leaveLastPose();
    expect(zoomNow()).toBe(whole);
  });

  it('leaves a zoom that the person chose, a film that is short, and other stages', async () => {
    await longFilm();
    setShell({ zoom: 8 });
    showLastPose(2);
    expect(shellNow().zoom).toBe(8);
    setShell({ zoom: undefined });
    showLastPose(2);
    setShell({ zoom: 30 });
    leaveLastPose();
    expect(shellNow().zoom).toBe(30);
    setShell({ zoom: undefined, stage: 'time' });
    showLastPose(2);
    expect(shellNow().zoom).toBeUndefined();
    await openForTest(filmWith([[{ id: 'one', photoId: 'a', hold: 2 }]]));
    setShell({ stage: 'shoot', stripWidth: 900, zoom: undefined });
    showLastPose(2);
    expect(shellNow().zoom).toBeUndefined();
  });
});
