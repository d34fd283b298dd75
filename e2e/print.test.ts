import sharp from 'sharp';
import { expect, test } from 'vitest';
import { bringIn, counter, tickets, useBrowser, openSettings } from './browser';
import { some } from './extent';
import { COLOURS, CORNERS, jpeg, numbered, picture, turned, type Colour } from './photos';
import { colourAt, distance, PrintedFile, printFilm } from './video';

const { visit } = useBrowser();

/** The sRGB value that a decoded frame may differ from a photo, in each channel of 255. */
const NEAR = 3;

interface RatedPrint {
  readonly kind: 'MP4' | 'WebM';
  readonly codec: string;
  readonly ending: string;
  readonly rate: string;
  readonly fraction: string;
}

test.each(
  some<RatedPrint>(
    [{ kind: 'MP4', codec: 'h264', ending: '.mp4', rate: '29.97', fraction: '30000/1001' }],
    [
      { kind: 'WebM', codec: 'vp9', ending: '.webm', rate: '25', fraction: '25/1' },
      { kind: 'WebM', codec: 'vp9', ending: '.webm', rate: '23.976', fraction: '24000/1001' },
    ],
  ),
)(
  '$kind at $rate: as many frames as holds, each its pose, in its colours',
  async ({ kind, codec, ending, rate, fraction }) => {
    const { page, complaints } = await visit();
    await bringIn(page, await numbered(6, 98));
    await openSettings(page);
    await page.getByLabel('Any other rate').fill(rate);
    await page.getByLabel('Any other rate').press('Enter');
    await page.getByRole('button', { name: /^Keep holds/ }).click();
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    // Pose k is held k + 1 frames.
    const options = tickets(page);
    for (let i = 0; i < 6; i++) {
      await options.nth(i).click();
      await page.getByLabel('Hold', { exact: true }).fill(String(i + 1));
      await page.getByLabel('Hold', { exact: true }).press('Enter');
    }
    await expect.poll(async () => (await counter(page)).frames).toBe(21);
    const expected = [1, 2, 3, 4, 5, 6].flatMap((hold, i) =>
      Array.from({ length: hold }, () => COLOURS[i] as Colour),
    );

    const { bytes, fileName } = await printFilm(page, kind, 'Horse: take/1');
    expect(fileName).toBe(`Horse take 1${ending}`);
    const print = await PrintedFile.of(bytes);
    try {
      const stream = await print.stream();
      expect(stream).toMatchObject({
        codec_name: codec,
        width: 320,
        height: 240,
        nb_read_frames: '21',
        r_frame_rate: fraction,
        pix_fmt: 'yuv420p',
        color_range: 'tv',
        color_space: 'bt709',
        color_primaries: 'bt709',
        color_transfer: 'bt709',
      });
      if (kind === 'MP4') expect(stream.avg_frame_rate).toBe(fraction);
      // WebM counts in milliseconds; MP4 is exact.
      const [num = 0, den = 1] = fraction.split('/').map(Number);
      const late = (await print.times()).map((time, k) => Math.abs(time - (k * den) / num));
      expect(Math.max(...late)).toBeLessThanOrEqual(kind === 'MP4' ? 1e-6 : 0.00051);
      const frames = await print.frames(320, 240);
      expect(frames).toHaveLength(21);
      const off = frames.map((frame, k) => distance(colourAt(frame, 320, 160, 120), expected[k] as Colour));
      expect(Math.max(...off), `differences by frame: ${off.join(' ')}`).toBeLessThanOrEqual(NEAR);
    } finally {
      await print.close();
    }
    expect(complaints).toEqual([]);
  },
);

const corners = [
  [0.25, 0.25],
  [0.75, 0.25],
  [0.25, 0.75],
  [0.75, 0.75],
] as const;

test('every format and all eight orientations come out upright, in the preview and in the print', async () => {
  const { page } = await visit();
  const files = await Promise.all([1, 2, 3, 4, 5, 6, 7, 8].map((each) => turned(each)));
  const others = await Promise.all([
    picture('TURN9.png', [90, 60, 200], 'png'),
    picture('TURN10.webp', [30, 160, 90], 'webp'),
    picture('TURN11.avif', [200, 120, 60], 'avif'),
  ]);
  // The test pictures are what they claim: sharp turns each of them upright too.
  for (const { buffer, name } of files) {
    const { data, info } = await sharp(buffer).autoOrient().raw().toBuffer({ resolveWithObject: true });
    const seen = corners.map(([x, y]) => colourAt(data, info.width, info.width * x, info.height * y));
    expect(
      Math.max(...seen.map((colour, c) => distance(colour, CORNERS[c] as Colour))),
      name,
    ).toBeLessThanOrEqual(2);
  }
  await bringIn(page, [...others, ...files]);
  const photos = await page.evaluate(async () => {
    const request = indexedDB.open('kermis-films');
    const database = await new Promise<IDBDatabase>(
      (resolve) => (request.onsuccess = () => resolve(request.result)),
    );
    const all = database.transaction('films').objectStore('films').getAll();
    return new Promise<unknown>((resolve) => (all.onsuccess = () => resolve(all.result)));
  });
  const film = (
    photos as { film: { photos: { orientation: number; width: number; height: number; name: string }[] } }[]
  )[0]?.film;
  expect(film?.photos.map((each) => [each.name, each.orientation, each.width, each.height])).toEqual([
    ...[1, 2, 3, 4, 5, 6, 7, 8].map((each) => [`TURN${each}.JPG`, each, 320, 240]),
    ['TURN9.png', 1, 320, 240],
    ['TURN10.webp', 1, 320, 240],
    ['TURN11.avif', 1, 320, 240],
  ]);

  // The preview: the four corners of the picture on screen, pose by pose.
  for (let i = 1; i <= 8; i++) {
    await expect
      .poll(
        async () => {
          const seen = await page.getByTestId('picture').evaluate((element) => {
            const canvas = element as HTMLCanvasElement;
            const { data, width, height } =
              canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height) ?? new ImageData(1, 1);
            // The picture is 4:3 in the middle of the canvas, 14 pixels from the nearest edge.
            const scale = Math.min((width - 28) / 4, (height - 28) / 3);
            return [
              [-1, -0.75],
              [1, -0.75],
              [-1, 0.75],
              [1, 0.75],
            ].map(([dx = 0, dy = 0]) => {
              const at =
                (Math.round(height / 2 + dy * scale) * width + Math.round(width / 2 + dx * scale)) * 4;
              return [data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0] as const;
            });
          });
          return Math.max(...seen.map((colour, c) => distance(colour, CORNERS[c] as Colour)));
        },
        { message: `orientation ${i} on screen` },
      )
      .toBeLessThan(16);
    await page.keyboard.press('ArrowDown');
  }

  const { bytes } = await printFilm(page, 'MP4', 'turned');
  const print = await PrintedFile.of(bytes);
  try {
    const frames = await print.frames(320, 240);
    expect(frames).toHaveLength(22);
    for (let i = 0; i < 8; i++) {
      corners.forEach(([x, y], c) => {
        const seen = colourAt(frames[i * 2] as Buffer, 320, 320 * x, 240 * y);
        expect(
          distance(seen, CORNERS[c] as Colour),
          `orientation ${i + 1}, corner ${c}: ${seen.join()}`,
        ).toBeLessThanOrEqual(NEAR);
      });
    }
    const last = (
      [
        [90, 60, 200],
        [30, 160, 90],
        [200, 120, 60],
      ] as const
    ).map((colour, i) => distance(colourAt(frames[16 + i * 2] as Buffer, 320, 160, 120), colour));
    expect(Math.max(...last), last.join()).toBeLessThanOrEqual(NEAR);
  } finally {
    await print.close();
  }
});

test('photos of another shape are shown whole on the background, or fill the picture', async () => {
  const { page } = await visit();
  await bringIn(page, [
    await jpeg('A1.jpg', [200, 40, 40], 640, 360),
    await jpeg('A2.jpg', [40, 180, 60], 300, 600),
  ]);
  await openSettings(page);
  await page.getByLabel('Background colour', { exact: true }).fill('#3060c0');
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  const sides = async (): Promise<Colour[]> => {
    const { bytes } = await printFilm(page, 'MP4', 'shape');
    const print = await PrintedFile.of(bytes);
    const frames = await print.frames(640, 360).finally(() => print.close());
    return [colourAt(frames[2] as Buffer, 640, 40, 180), colourAt(frames[2] as Buffer, 640, 320, 180)];
  };
  const [edge, middle] = await sides();
  expect(distance(edge as Colour, [0x30, 0x60, 0xc0])).toBeLessThanOrEqual(NEAR);
  expect(distance(middle as Colour, [40, 180, 60])).toBeLessThanOrEqual(NEAR);
  await page.getByRole('button', { name: 'Details' }).click();
  await page.getByRole('combobox', { name: 'Photos of another shape' }).selectOption('Filling the picture');
  const [filled] = await sides();
  expect(distance(filled as Colour, [40, 180, 60])).toBeLessThanOrEqual(NEAR);
});
