import sharp from 'sharp';
import { matchPair, partsOf, laidOn } from '../src/core/mend/paint/match-pair';
import { lightOf } from '../src/core/mend/light-picture';
import { differenceOf, threshold, sizeAt } from '../src/core/mend/paint/difference';
import { foundAreas } from '../src/core/mend/paint/found-areas';
import { groundOf } from '../src/core/mend/paint/ground';
const load = async (n: number, w = 960) => {
  const { data, info } = await sharp(`/tmp/rigged/FAIR${201 + n}.JPG`)
    .resize(w)
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, order: 'RGBA' as const, data: new Uint8Array(data) };
};
const own = await load(0);
const list: Uint8Array[] = [];
for (let n = 0; n < 40; n += 2) {
  const o = await load(n);
  const p = n === 0 ? { map: [1, 0, 0, 1, 0, 0] as any } : matchPair(own, o);
  const l = laidOn(o, p.map, own);
  const r = new Uint8Array(960 * 720 * 3);
  for (let i = 0, j = 0; i < l.data.length; i += 4) {
    r[j++] = l.data[i]!;
    r[j++] = l.data[i + 1]!;
    r[j++] = l.data[i + 2]!;
  }
  list.push(r);
}
const g = groundOf(
  list.map((data) => ({ data })),
  960,
);
const plate = { width: 960, height: 720, order: 'RGBA' as const, data: new Uint8Array(960 * 720 * 4) };
for (let i = 0, j = 0; j < g.data.length; i += 4) {
  plate.data[i] = g.data[j++]!;
  plate.data[i + 1] = g.data[j++]!;
  plate.data[i + 2] = g.data[j++]!;
  plate.data[i + 3] = 255;
}
await sharp(plate.data, { raw: { width: 960, height: 720, channels: 4 } })
  .png()
  .toFile('/tmp/shots/plate.png');
const pair = matchPair(own, plate);
console.log(pair.isFound, pair.map, JSON.stringify(pair.light));
const d = differenceOf(lightOf(own), lightOf(laidOn(plate, pair.map, own)), pair.light, partsOf(own));
console.log('threshold', threshold(d));
const m = new Uint8Array(960 * 720);
for (let i = 0; i < m.length; i++) m[i] = Math.min(255, sizeAt(d, i) * 1000);
await sharp(m, { raw: { width: 960, height: 720, channels: 1 } })
  .png()
  .toFile('/tmp/shots/diff.png');
for (const a of foundAreas(d)) console.log(a.pixels, a.fromEdge, a.points.slice(0, 2));
