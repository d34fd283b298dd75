import type { Size } from '../../../core/picture/size';

/** The W3C's "MediaStream Image Capture", as far as it is used here: not every browser has it. */
interface ImageCaptureLike {
  getPhotoCapabilities(): Promise<{
    readonly imageWidth?: { readonly max: number };
    readonly imageHeight?: { readonly max: number };
  }>;
  grabFrame(): Promise<ImageBitmap>;
  takePhoto(settings?: { imageWidth?: number; imageHeight?: number }): Promise<Blob>;
}

type ImageCaptureMaker = new (track: MediaStreamTrack) => ImageCaptureLike;

/** Takes photos by the camera itself, at the largest size that it gives. */
export class OwnPhotos {
  readonly #capture: ImageCaptureLike;
  readonly size: Size | undefined;

  private constructor(capture: ImageCaptureLike, size: Size | undefined) {
    this.#capture = capture;
    this.size = size;
  }

  /** Undefined where the browser, or the camera, takes none. */
  static async of(track: MediaStreamTrack): Promise<OwnPhotos | undefined> {
    const maker = (globalThis as unknown as { ImageCapture?: ImageCaptureMaker }).ImageCapture;
    if (!maker) return undefined;
    try {
      const capture = new maker(track);
      const { imageWidth, imageHeight } = await capture.getPhotoCapabilities();
      const size =
        imageWidth && imageHeight && imageWidth.max > 0 && imageHeight.max > 0
          ? { width: imageWidth.max, height: imageHeight.max }
          : undefined;
      return new OwnPhotos(capture, size);
    } catch {
      return undefined;
    }
  }

  /** A frame of its live picture, in a page that is hidden too. Rejects with the browser's error. */
  grab(): Promise<ImageBitmap> {
    return this.#capture.grabFrame();
  }

  /** A photo as the camera gives it. Rejects with the browser's error. */
  take(): Promise<Blob> {
    const { size } = this;
    return this.#capture.takePhoto(size && { imageWidth: size.width, imageHeight: size.height });
  }
}
