import { create } from 'zustand';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { compose } from '../../core/picture/orientation';
import { countTones, nextRelease, type ReleasePlan } from '../../core/shoot/release-plan';
import { isShotType, nextShotName, shotNameAs } from '../../core/shoot/shot-name';
import { count } from '../../core/time/format';
import { newId } from '../../engine/browser/new-id';
import { isFull } from '../../engine/faults/is-full';
import { keepShot, type KeptShot } from '../../engine/browser/store/shot-repository';
import { reasonOf } from '../../engine/faults/reason-of';
import { openFilm } from '../document/document';
import { mayWrite } from '../document/edit-film';
import { tell } from '../shell/shell';
import { soundFrame } from '../sound/sound-out';
import { transportNow } from '../transport/transport';
import { bringInShot, tellWaiting, waitingFor } from './bring-in-shot';
import { addToBurst, endBurst } from './burst';
import { openCamera, openCameraNow, whenCameraGoes } from './camera';
import { endCheck } from './check';
import { playTones } from './count-tones';
import { showLive } from './live';
import { forgetSigns, lookAtShot } from './look-at-shot';
import { setShooting, shootingNow } from './shooting';

interface TakeState {
  /** `counting` before a photo, `running` while photos are taken by themselves. */
  readonly doing: 'ready' | 'counting' | 'running';
  /** Seconds until the next photo. */
  readonly left: number;
  /** Photos that are taken and not stored yet: as long as there are any the button is not ready. */
  readonly storing: number;
  /** Photos taken since the film was opened: each changes it. */
  readonly taken: number;
  /** Of the plan that runs. */
  readonly takenOfPlan: number;
}

/** What the button does. */
export const useTake = create<TakeState>(() => ({
  doing: 'ready',
  left: 0,
  storing: 0,
  taken: 0,
  takenOfPlan: 0,
}));

const state = useTake.getState;
const set = useTake.setState;

/** Photos that may wait to be stored; a press beyond them would fill the memory. */
const MOST_WAITING = 12;

/** Names and identities of photos on their way, so that the next comes behind them. */
let onTheWay: readonly Pick<KeptShot, 'id' | 'name' | 'isSpare'>[] = [];
/** They are stored in the order in which they were taken. */
let storing: Promise<unknown> = Promise.resolve();

/** Takes a photo now, of a burst or not; gives whether there is something to take it with. */
function takeOne(isOfBurst = false): boolean {
  const film = openFilm();
  const camera = openCameraNow();
  if (!film || !camera) return false;
  if (state().storing >= MOST_WAITING) {
    tell('Photos are still being saved: this press took none. Wait a moment.');
    return true;
  }
  const { type, frames, place, turn, mirrorsPhotos } = shootingNow();
  const { frame } = transportNow();
  // At once, as everything stands now.
  const photo = camera.take({ type, frames });
  // What goes wrong is told where it is waited for.
  photo.catch(() => undefined);
  forgetSigns();
  const turned = mirrorsPhotos ? compose(turn, 2) : turn;
  const id = newId();
  const isSpare = isOfBurst && addToBurst(id);
  const shot: Omit<KeptShot, 'bytes' | 'type'> = {
    id,
    filmId: film.id,
    name: nextShotName([...film.photos, ...onTheWay, ...waitingFor(film.id)], type),
    takenAt: Date.now(),
    place,
    poseId: poseAt(scheduleOf(film), frame)?.pose.id,
    afterPhoto: onTheWay.findLast((each) => each.isSpare !== true)?.id,
    hold: film.settings.defaultHold,
    ...(isSpare ? { isSpare } : {}),
    ...(turned === 1 ? {} : { turn: turned }),
  };
  onTheWay = [...onTheWay, shot];
  set(({ storing: before, taken }) => ({ storing: before + 1, taken: taken + 1 }));
  storing = storing.then(() => finish(shot, photo));
  // In place of one pose one photo is taken; the next goes where photos went before.
  if (place === 'instead') setShooting({ place: 'end' });
  return true;
}

const whyNot = (name: string, error: unknown): string =>
  isFull(error)
    ? `No room left: ${name} was not taken. The photos before it are saved. Free disk space, then press again.`
    : `${name} was not taken. ${reasonOf(error)}`;

/** Lets the frame of the photo that came in be heard: the playhead stands on it. */
function hear(): void {
  const film = openFilm();
  if (film && shootingNow().soundAtPress) void soundFrame(film, transportNow().frame);
}

/** Stores a photo as it comes from the camera, and has it come into the film. Never rejects. */
async function finish(shot: Omit<KeptShot, 'bytes' | 'type'>, photo: Promise<Blob>): Promise<void> {
  const done = (): void => {
    onTheWay = onTheWay.filter(({ id }) => id !== shot.id);
  };
  try {
    const blob = await photo;
    const name = isShotType(blob.type) ? shotNameAs(shot.name, blob.type) : shot.name;
    const bytes = new Uint8Array(await blob.arrayBuffer());
    const kept: KeptShot = { ...shot, name, type: blob.type, bytes };
    await keepShot(kept);
    void bringInShot(kept, done)
      .then((brought) => {
        if (brought === 'full') tellWaiting([name]);
        if (typeof brought === 'string' || kept.isSpare) return;
        lookAtShot(brought);
        hear();
      })
      .finally(done);
  } catch (error) {
    done();
    tell(whyNot(shot.name, error), 'wrong');
    stopTaking();
  } finally {
    set(({ storing: before }) => ({ storing: before - 1 }));
  }
}

/** Ends the plan that runs. */
let stopping: AbortController | undefined;

/** Stops what is counted or goes by itself. */
export function stopTaking(): void {
  stopping?.abort();
  stopping = undefined;
  set({ doing: 'ready', left: 0 });
}
whenCameraGoes(stopTaking);

/** Presses the button: takes a photo, begins to count or to take photos by itself, or stops that. */
export async function press(): Promise<void> {
  if (state().doing !== 'ready') return stopTaking();
  if (!openFilm() || !mayWrite()) return;
  endCheck();
  endBurst();
  showLive();
  if (!openCameraNow()) return openCamera();
  const { countIn, every, times, burst } = shootingNow();
  if (countIn === 0 && every === undefined && burst === 1) {
    takeOne();
    return;
  }
  const plan: ReleasePlan =
    every === undefined
      ? { countIn: countIn * 1000, ...(burst > 1 ? { every: BURST_EVERY, times: burst } : {}) }
      : { countIn: countIn * 1000, every: every * 1000, times };
  await run(plan, every === undefined && burst > 1);
}

/** Milliseconds between the photos of a burst. */
const BURST_EVERY = 250;
/** What is left is told this often, in milliseconds. */
const TICK = 100;

async function run(plan: ReleasePlan, isBurst: boolean): Promise<void> {
  const own = new AbortController();
  stopping = own;
  const begun = performance.now();
  const passed = (): number => performance.now() - begun;
  const hush = playTones(countTones(plan));
  set({ doing: plan.countIn > 0 ? 'counting' : 'running', takenOfPlan: 0 });
  let released = { taken: 0, last: 0 };
  /** Times at which a photo was due, and none was taken: a hidden tab and a sleeping machine are late. */
  let passedBy = 0;
  try {
    for (;;) {
      const due = nextRelease(plan, released, passed());
      if (due === undefined) break;
      for (let left = due - passed(); left > 0; left = due - passed()) {
        set({ left: Math.ceil(left / 1000) });
        await new Promise((resolve) => setTimeout(resolve, Math.min(left, TICK)));
        if (own.signal.aborted) return;
      }
      if (!takeOne(isBurst)) break;
      if (released.taken > 0 && plan.every !== undefined)
        passedBy += Math.round((due - released.last) / plan.every) - 1;
      released = { taken: released.taken + 1, last: due };
      set({ doing: plan.every === undefined ? 'ready' : 'running', takenOfPlan: released.taken });
    }
  } finally {
    hush();
    if (stopping === own) stopTaking();
    own.abort();
    if (passedBy > 0 && !isBurst)
      tell(
        `${count(passedBy, 'photo')} ${passedBy === 1 ? 'was' : 'were'} missed: the tab was hidden or the computer busy. The rest are in the film.`,
        'asks',
      );
  }
}
