import type { CameraConstraints, CameraFacts } from '../../../core/shoot/camera-controls';
import type { ShotType } from '../../../core/shoot/shot-name';
import type { Size } from '../../../core/picture/size';

/** A camera that can be chosen. */
export interface CameraName {
  readonly id: string;
  readonly name: string;
}

/** What is asked of a camera as it is opened. */
export interface CameraWish {
  /** Pixels of its photos; undefined for the most that it gives. */
  readonly size: Size | undefined;
  /** Pictures a second of its live picture; undefined as it likes. */
  readonly rate: number | undefined;
  /** Pixels of the film: where the camera has a choice, its photos have that shape. */
  readonly film: Size;
}

/** How a photo is taken. */
export interface TakingWay {
  /** As which kind of file, where the camera gives no file of its own. */
  readonly type: ShotType;
  /** Of how many frames it is the mean, from 1. */
  readonly frames: number;
}

export interface CameraEvents {
  /** It is gone: unplugged, or taken back by the browser. */
  readonly onGone: (why: 'unplugged' | 'taken back') => void;
  /** Its live picture has another size. */
  readonly onSize: () => void;
}

/** An open camera. Who opened it closes it. */
export interface Camera extends CameraName {
  /** Shows its live picture at `liveSize`; it goes wherever the page wants it. */
  readonly picture: HTMLVideoElement | HTMLCanvasElement;
  /** Pixels of the live picture; nothing before its first frame. */
  readonly liveSize: Size;
  /** Pixels of its photos. */
  readonly photoSize: Size;
  /** Sizes of photos, and live pictures a second, among which one can choose. */
  readonly sizes: readonly Size[];
  readonly rates: readonly number[];
  /** What it says that it can, and what it is set to, as the W3C's "MediaStream Image Capture" names them. */
  facts(): { readonly capabilities: CameraFacts; readonly settings: CameraFacts };
  /** Sets some of that; rejects with the browser's error. */
  set(constraints: CameraConstraints): Promise<void>;
  /**
   * Takes a photo of what is in front of it now. May be called again at once; photos come in the order in which they were asked for.
   * @throws Error with a sentence about why there is none.
   */
  take(way: TakingWay): Promise<Blob>;
  close(): void;
}
