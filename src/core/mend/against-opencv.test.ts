import { createRequire } from 'node:module';
import type CV from '@techstark/opencv-js';
import { beforeAll, expect, test } from 'vitest';
import { fromLight } from '../picture/srgb';
import type { Pixels } from '../picture/pixels';
import { SAME, type LightChange } from '../picture/steps/light-change';
import { lightOf, type LightPicture } from './light-picture';
import { matchLight } from './match-light';
import { difference, EVEN, HEIGHT, makeSet, photograph, puppet, WIDTH } from './random-light';
import { detailOf } from './steady/detail-picture';
import { matchPlace, placedReference } from './steady/match-place';
import { errors, shoot, SIZE, textured, TRUTHS } from './steady/random-shots';
import { STILL } from './steady/similarity';

// It has a `then` of its own, by which a promise of it, as importing is one, would never come to an end.
const cv = createRequire(import.meta.url)('@techstark/opencv-js') as typeof CV;
beforeAll(
  () =>
    new Promise<void>((resolve) => {
      if ('Mat' in cv) resolve();
      else (cv as { onRuntimeInitialized?: () => void }).onRuntimeInitialized = resolve;
    }),
  60_000,
);

/** A picture in light as bytes of one channel. */
const channelOf = (picture: LightPicture, c: number): Uint8Array =>
  Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) =>
    Math.round(255 * fromLight(picture.data[3 * i + c] as number)),
  );

/** How many pixels have each value at most, as OpenCV counts them. */
function sumsOf(bytes: Uint8Array): readonly number[] {
  const mat = cv.matFromArray(HEIGHT, WIDTH, cv.CV_8UC1, [...bytes]);
  const [list, mask, histogram] = [new cv.MatVector(), new cv.Mat(), new cv.Mat()];
  list.push_back(mat);
  cv.calcHist(list, [0], mask, histogram, [256], [0, 256]);
  let sum = 0;
  const sums = Array.from(histogram.data32F, (count) => (sum += count));
  for (const each of [mat, list, mask, histogram]) each.delete();
  return sums;
}

/** A photo with the histogram of a reference, channel by channel: each value becomes the one that as many pixels have at most. */
function histogramMatched(photo: LightPicture, reference: LightPicture): LightPicture {
  const data = new Uint8Array(4 * WIDTH * HEIGHT).fill(255);
  for (let c = 0; c < 3; c++) {
    const bytes = channelOf(photo, c);
    const [own, wanted] = [sumsOf(bytes), sumsOf(channelOf(reference, c))];
    const table = own.map((count) =>
      Math.max(
        0,
        wanted.findIndex((sum) => sum >= count),
      ),
    );
    bytes.forEach((value, i) => (data[4 * i + c] = table[value] as number));
  }
  return lightOf({ width: WIDTH, height: HEIGHT, order: 'RGBA', data });
}

const PLAIN: LightChange = [SAME, SAME, SAME];

test('light: less is left than by matching histograms, since a puppet that moves has a part in those', () => {
  const set = makeSet(5);
  const first = puppet(0, 0.18);
  const reference = photograph(set, first, EVEN, 99);
  for (let seed = 1; seed <= 3; seed++) {
    const figure = puppet(seed, 0.3);
    const photo = photograph(set, figure, { ...EVEN, stops: [0.5, -0.3, -0.6] }, seed);
    const moves = (x: number, y: number): boolean => (figure(x, y) ?? first(x, y)) !== undefined;
    const found = matchLight(photo, reference);
    if (!found.ok) throw new Error(found.problem);
    const ours = difference(photo, reference, found.value.change, moves);
    const theirs = difference(histogramMatched(photo, reference), reference, PLAIN, moves);
    expect(Math.abs(ours.whole)).toBeLessThan(Math.abs(theirs.whole));
    expect(ours.worstBlock).toBeLessThan(theirs.worstBlock / 2);
  }
});

/** `cv::TermCriteria::COUNT + cv::TermCriteria::EPS`. */
const COUNT_AND_EPS = 3;

/** Luma of a picture, as OpenCV takes it. */
function lumaMat({ width, height, data }: Pixels): InstanceType<typeof cv.Mat> {
  const mat = cv.matFromArray(height, width, cv.CV_8UC4, [...data]);
  const grey = new cv.Mat();
  cv.cvtColor(mat, grey, cv.COLOR_RGBA2GRAY as number);
  mat.delete();
  return grey;
}

test('place: what is found is ten times nearer than what OpenCV’s ECC (Evangelidis and Psarakis, 2008) finds on the same photos', () => {
  const subject = { x: 330, y: 400, reach: 250 };
  const reference = shoot({ set: textured, at: STILL, subject, grain: 2.5, seed: 1 });
  const ready = placedReference(detailOf(reference));
  const template = lumaMat(reference);
  // Size is not in a Euclidean map: those without.
  const all = TRUTHS.filter(({ growth }) => growth === 0).map((at, i) => {
    const photo = shoot({
      set: textured,
      at,
      subject: { ...subject, x: 400 },
      gain: 1.1,
      grain: 2.5,
      seed: i + 2,
    });
    const ours = matchPlace(detailOf(photo), ready);
    if (!ours.ok) throw new Error(ours.problem);
    const input = lumaMat(photo);
    const warp = cv.Mat.eye(2, 3, cv.CV_32FC1 as number);
    const mask = new cv.Mat();
    const criteria = new cv.TermCriteria(COUNT_AND_EPS, 100, 1e-6);
    cv.findTransformECC(template, input, warp, cv.MOTION_EUCLIDEAN as number, criteria, mask, 5);
    const [a = 1, , e = 0, b = 0, , f = 0]: readonly number[] = Array.from<number>(warp.data32F);
    const [x, y] = [SIZE.width / 2 - 0.5, SIZE.height / 2 - 0.5];
    const turn = Math.atan2(b, a);
    const dx = Math.cos(turn) * x - Math.sin(turn) * y + e - x;
    const dy = Math.sin(turn) * x + Math.cos(turn) * y + f - y;
    const [theirs] = errors({ dx, dy, turn, growth: 0 }, at);
    for (const each of [input, warp, mask]) each.delete();
    return { ours: errors(ours.value.similarity, at)[0], theirs };
  });
  template.delete();
  for (const { ours, theirs } of all) {
    // It finds the place: what it is compared with is no failure.
    expect(theirs).toBeLessThan(2);
    expect(ours).toBeLessThan(theirs / 10);
  }
});
