import sharp from 'sharp';
import { groundOf } from '../src/core/mend/paint/ground';
const rgb = await Promise.all(
  Array.from({ length: 40 }, async (_, n) => ({
    data: new Uint8Array(
      await sharp(`/tmp/rigged/FAIR${201 + n}.JPG`)
        .resize(1000)
        .removeAlpha()
        .raw()
        .toBuffer(),
    ),
  })),
);
for (let k = 0; k < 3; k++) {
  const s = performance.now();
  groundOf(rgb, 1000);
  console.log('ground', performance.now() - s);
}
