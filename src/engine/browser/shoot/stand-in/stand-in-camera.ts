import { transfer, wrap, type Remote } from 'comlink';
import { sizeWithin, type Size } from '../../../../core/picture/size';
import type { CameraConstraints } from '../../../../core/shoot/camera-controls';
import { STANDING, type Puppet } from '../../../../core/shoot/stand-in/puppet';
import { photoSizes } from '../../../../core/shoot/stand-in/set-view';
import { driftOf } from '../../../../core/shoot/stand-in/shot-light';
import type { Camera, CameraEvents, CameraName, CameraWish, TakingWay } from '../camera';
import type { SetState, StandInWorker } from './stand-in.worker';
import { ToldError } from '../../../../core/time/told-error';

/** The camera that ships with the app. */
export const STAND_IN_CAMERA: CameraName = {
  id: 'stand-in',
  name: 'Stand-in: a paper puppet',
};

const RATES = [12, 24, 30] as const;
const USUAL_RATE = 24;
/** Pixels of the longer side of its live picture, at most. */
const LIVE = 1280;
/** Milliseconds from the press to its photo, besides what drawing takes. */
const DELAY = 8;

const CAPABILITIES = {
  focusMode: ['manual'],
  exposureMode: ['continuous', 'manual'],
  exposureTime: { min: 50, max: 400, step: 10 },
  whiteBalanceMode: ['continuous', 'manual'],
  colorTemperature: { min: 3000, max: 7000, step: 100 },
} as const;

/** Where nothing is brighter or darker, colder or warmer. */
const EVEN = { exposureTime: 200, colorTemperature: 5000 };

interface Setting {
  readonly focusMode: 'manual';
  readonly exposureMode: 'continuous' | 'manual';
  readonly exposureTime: number;
  readonly whiteBalanceMode: 'continuous' | 'manual';
  readonly colorTemperature: number;
}

/** A camera before a paper set. The set stands as it was posed last. */
export class StandInCamera implements Camera {
  readonly id = STAND_IN_CAMERA.id;
  readonly name = STAND_IN_CAMERA.name;
  readonly picture = document.createElement('canvas');
  readonly liveSize: Size;
  readonly photoSize: Size;
  readonly sizes: readonly Size[];
  readonly rates = RATES;
  readonly #thread: Worker;
  readonly #remote: Remote<StandInWorker>;
  readonly #events: CameraEvents;
  readonly #failed: Promise<never>;
  #fail: (why: Error) => void = () => undefined;
  #puppet: Puppet = STANDING;
  #setting: Setting = {
    focusMode: 'manual',
    exposureMode: 'continuous',
    whiteBalanceMode: 'continuous',
    ...EVEN,
  };
  #isGone = false;
  readonly #taking = new Set<Promise<unknown>>();

  constructor({ size, rate = USUAL_RATE, film }: CameraWish, events: CameraEvents) {
    this.#events = events;
    const { sizes, usual } = photoSizes(film);
    this.sizes = sizes;
    this.photoSize =
      sizes.find(({ width, height }) => width === size?.width && height === size.height) ?? usual;
    this.liveSize = sizeWithin(this.photoSize, LIVE);
    this.picture.width = this.liveSize.width;
    this.picture.height = this.liveSize.height;
    this.#thread = new Worker(new URL('./stand-in.worker.ts', import.meta.url), { type: 'module' });
    this.#failed = new Promise((_, reject) => {
      this.#fail = reject;
      this.#thread.addEventListener('error', (event) => {
        event.preventDefault();
        reject(new ToldError('The stand-in camera could not be started. Reload the page and try again.'));
      });
    });
    this.#failed.catch(() => undefined);
    this.#remote = wrap<StandInWorker>(this.#thread);
    void this.#remote.set(this.#state());
    const canvas = this.picture.transferControlToOffscreen();
    const isCoded = 'standInCode' in globalThis;
    void this.#remote.start(transfer(canvas, [canvas]), { rate, photo: this.photoSize, isCoded });
  }

  /** Poses the puppet. */
  pose(puppet: Puppet): void {
    this.#puppet = puppet;
    this.#tell();
  }

  facts(): ReturnType<Camera['facts']> {
    return { capabilities: CAPABILITIES, settings: { ...this.#setting } };
  }

  set({ advanced }: CameraConstraints): Promise<void> {
    this.#setting = Object.assign({ ...this.#setting }, ...advanced) as Setting;
    this.#tell();
    return Promise.resolve();
  }

  take(way: TakingWay): Promise<Blob> {
    const photo = this.#takeNow(way);
    const over: Promise<unknown> = photo.catch(() => undefined).finally(() => this.#taking.delete(over));
    this.#taking.add(over);
    return photo;
  }

  async #takeNow(way: TakingWay): Promise<Blob> {
    // As the set stands now, whatever becomes of it before the photo is drawn.
    const state = this.#state();
    await new Promise((resolve) => setTimeout(resolve, DELAY));
    if (this.#isGone) throw new ToldError('The camera was unplugged before it took the photo.');
    return Promise.race([this.#remote.take(state, this.photoSize, way), this.#failed]);
  }

  /** Pulls its cable. */
  unplug(): void {
    if (this.#isGone) return;
    this.#isGone = true;
    this.#fail(new ToldError('The camera was unplugged before it took the photo.'));
    this.#thread.terminate();
    this.#events.onGone('unplugged');
  }

  close(): void {
    if (this.#isGone) return;
    // What was asked for is still taken.
    void Promise.all(this.#taking).then(() => {
      this.#isGone = true;
      this.#thread.terminate();
    });
  }

  #state(): SetState {
    const { exposureMode, exposureTime, whiteBalanceMode, colorTemperature } = this.#setting;
    const drift = driftOf(this.#puppet, {
      exposure: exposureMode === 'continuous',
      whiteBalance: whiteBalanceMode === 'continuous',
    });
    const warm = whiteBalanceMode === 'manual' ? (colorTemperature / EVEN.colorTemperature) ** 0.3 : 1;
    const gain = exposureMode === 'manual' ? (exposureTime / EVEN.exposureTime) ** 0.45 : 1;
    return {
      puppet: this.#puppet,
      light: { gain: drift.gain * gain, red: drift.red * warm, blue: drift.blue / warm },
    };
  }

  #tell(): void {
    if (!this.#isGone) void this.#remote.set(this.#state());
  }
}
