import LibRaw from 'libraw-wasm';
import type { Pixels } from '../../../../core/picture/pixels';
import { ToldError } from '../../../../core/time/told-error';

/**
 * A camera raw file developed with the camera's own white balance to sRGB, turned as the file says.
 * @throws where it cannot be developed.
 */
export async function decodeRaw(bytes: Uint8Array<ArrayBuffer>): Promise<Pixels> {
  const raw = new LibRaw();
  try {
    // The bytes are handed over and gone.
    // Brightness is not judged photo by photo: the film would flicker.
    await raw.open(bytes.slice(), {
      useCameraWb: true,
      outputColor: 1,
      outputBps: 8,
      noAutoBright: true,
    });
    const image = await raw.imageData();
    if (!image) throw new ToldError('no picture came out of it');
    const { width, height, data, colors } = image;
    const rgba = new Uint8Array(width * height * 4).fill(255);
    for (let i = 0, o = 0; o < rgba.length; i += colors, o += 4) {
      for (let c = 0; c < 3; c++) rgba[o + c] = data[colors === 3 ? i + c : i] as number;
    }
    return { width, height, order: 'RGBX', data: rgba };
  } finally {
    raw.dispose();
  }
}
