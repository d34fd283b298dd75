import { transfer } from 'comlink';
import type { Size } from '../../../core/picture/size';
import type { CameraConstraints } from '../../../core/shoot/camera-controls';
import { WorkerPool } from '../threads/worker-pool';
import type { Camera, CameraEvents, CameraWish, TakingWay } from './camera';
import { OwnPhotos } from './image-capture';
import type { ShotWorker } from './shot.worker';
import { ToldError } from '../../../core/time/told-error';

const workers = new WorkerPool<ShotWorker>(
  'make photos',
  () => new Worker(new URL('./shot.worker.ts', import.meta.url), { type: 'module' }),
  { most: 1, each: 2, warm: 1 },
);

/** Sizes that are offered, as far as the camera gives them: common ones, and the largest. */
const COMMON: readonly Size[] = [
  { width: 3840, height: 2160 },
  { width: 1920, height: 1080 },
  { width: 1280, height: 720 },
  { width: 640, height: 480 },
];
const RATES = [15, 24, 30] as const;
/** So much is asked for where nothing was chosen: as much as there is. */
const MOST: Size = { width: 4096, height: 2160 };
/** So long a frame is waited for, in milliseconds. */
const PATIENCE = 3000;

const PROBLEMS: Readonly<Record<string, string>> = {
  NotAllowedError: 'The camera is blocked. Allow it beside the address, then open it again.',
  NotFoundError: 'No camera was found. Plug one in and open it again, or choose the stand-in.',
  OverconstrainedError: 'That camera is gone. Choose another one.',
  NotReadableError:
    'The camera cannot be used: another program may have it. Close that one, then open it again.',
  AbortError: 'The camera did not start. Unplug it and plug it in again, then open it again.',
};

async function openStream(id: string, { size, rate }: CameraWish): Promise<MediaStream> {
  const devices = navigator.mediaDevices as MediaDevices | undefined;
  if (!devices)
    throw new ToldError(
      'This browser gives pages no camera at this address. Open Kermis at 127.0.0.1 or by https.',
    );
  const { width, height } = size ?? MOST;
  try {
    return await devices.getUserMedia({
      audio: false,
      video: {
        ...(id === 'default' ? {} : { deviceId: { exact: id } }),
        width: { ideal: width },
        height: { ideal: height },
        ...(rate === undefined ? {} : { frameRate: { ideal: rate } }),
      },
    });
  } catch (error) {
    const { name } = error as DOMException;
    throw new ToldError(
      PROBLEMS[name] ?? `The camera cannot be opened. Unplug it, plug it in again, then open it again.`,
      { cause: error },
    );
  }
}

/** A camera of this machine. */
export class DeviceCamera implements Camera {
  readonly picture = document.createElement('video');
  readonly #stream: MediaStream;
  readonly #track: MediaStreamTrack;
  readonly #own: OwnPhotos | undefined;
  readonly #events: CameraEvents;
  /** Whether its own photos failed: then frames are taken. */
  #ownFails = false;
  /** Photos are taken one after the other. */
  #taking: Promise<unknown> = Promise.resolve();

  private constructor(
    readonly id: string,
    stream: MediaStream,
    track: MediaStreamTrack,
    own: OwnPhotos | undefined,
    events: CameraEvents,
  ) {
    this.#stream = stream;
    this.#track = track;
    this.#own = own;
    this.#events = events;
    this.picture.muted = true;
    this.picture.playsInline = true;
    this.picture.addEventListener('resize', events.onSize);
    this.picture.srcObject = stream;
    track.addEventListener('ended', () => void tellGone(events));
  }

  /**
   * Opens a camera.
   * @throws Error with a sentence about why it cannot be opened.
   */
  static async open(id: string, wish: CameraWish, events: CameraEvents): Promise<DeviceCamera> {
    const stream = await openStream(id, wish);
    const [track] = stream.getVideoTracks();
    try {
      if (!track) throw new ToldError('The camera gives no picture.');
      const camera = new DeviceCamera(id, stream, track, await OwnPhotos.of(track), events);
      await camera.picture.play();
      return camera;
    } catch (error) {
      for (const each of stream.getTracks()) each.stop();
      throw error;
    }
  }

  get name(): string {
    return this.#track.label || 'Camera';
  }

  get liveSize(): Size {
    return { width: this.picture.videoWidth, height: this.picture.videoHeight };
  }

  get photoSize(): Size {
    return (this.#ownFails ? undefined : this.#own?.size) ?? this.liveSize;
  }

  get sizes(): readonly Size[] {
    const { width, height } = this.#track.getCapabilities();
    const [most, tall] = [width?.max ?? 0, height?.max ?? 0];
    const fits = COMMON.filter((each) => each.width <= most && each.height <= tall);
    const largest = { width: most, height: tall };
    return most > 0 && !fits.some((each) => each.width === most) ? [largest, ...fits] : fits;
  }

  get rates(): readonly number[] {
    const most = this.#track.getCapabilities().frameRate?.max ?? 30;
    return RATES.filter((rate) => rate <= most);
  }

  facts(): ReturnType<Camera['facts']> {
    return { capabilities: { ...this.#track.getCapabilities() }, settings: { ...this.#track.getSettings() } };
  }

  set({ advanced }: CameraConstraints): Promise<void> {
    // Their names are those of an extension that the types of the DOM do not have.
    const own = advanced as readonly MediaTrackConstraintSet[];
    return this.#track.applyConstraints({ ...this.#track.getConstraints(), advanced: [...own] });
  }

  take(way: TakingWay): Promise<Blob> {
    const photo = this.#taking.then(() => this.#takeNow(way));
    this.#taking = photo.catch(() => undefined);
    return photo;
  }

  async #takeNow(way: TakingWay): Promise<Blob> {
    if (this.#track.readyState === 'ended')
      throw new ToldError('The camera was unplugged before it took the photo.');
    // One that gives its own files gives more than a frame does.
    if (this.#own && way.frames === 1 && !this.#ownFails) {
      try {
        return await this.#own.take();
      } catch {
        this.#ownFails = true;
        this.#events.onSize();
      }
    }
    const frames: ImageBitmap[] = [];
    for (let i = 0; i < way.frames; i++) frames.push(await this.#nextFrame());
    return workers.run((worker) => worker.photo(transfer([...frames], [...frames]), way.type));
  }

  /** The next frame that comes: one that is on screen may be older than the press. */
  #nextFrame(): Promise<ImageBitmap> {
    // Where nothing is shown, no frame is told of.
    if (document.hidden && this.#own) return this.#own.grab();
    return new Promise((resolve, reject) => {
      const late = setTimeout(
        () =>
          reject(new ToldError('The camera gave no picture for three seconds. Look whether it still runs.')),
        PATIENCE,
      );
      this.picture.requestVideoFrameCallback(() => {
        clearTimeout(late);
        createImageBitmap(this.picture).then(resolve, reject);
      });
    });
  }

  close(): void {
    // What was asked for is still taken.
    void this.#taking.finally(() => {
      for (const track of this.#stream.getTracks()) track.stop();
      this.picture.srcObject = null;
    });
  }
}

/** Tells that a camera is gone, and by whom: a track says only that it ended. */
async function tellGone({ onGone }: CameraEvents): Promise<void> {
  const permission = await navigator.permissions.query({ name: 'camera' }).catch(() => undefined);
  onGone(permission?.state === 'granted' ? 'unplugged' : 'taken back');
}
