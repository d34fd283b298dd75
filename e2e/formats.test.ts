import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { unzipSync } from 'fflate';
import { bringIn, bytesOf, chooseFiles, layOut, tableRows, useBrowser, type TestFile } from './browser';
import { cameraRaw } from './camera-raw';
import type { Colour } from './photos';
import { middle } from './strip';
import { distance, PrintedFile, printFilm } from './video';
import { longTest } from './extent';

const { visit } = useBrowser();
const run = promisify(execFile);
const [WIDTH, HEIGHT] = [640, 480];

/** A bitmap of 24 bits, rows from the bottom up. */
function bitmap(rgb: Buffer): Buffer {
  const bytes = Buffer.alloc(54 + rgb.length);
  bytes.write('BM');
  bytes.writeUInt32LE(bytes.length, 2);
  bytes.writeUInt32LE(54, 10);
  bytes.writeUInt32LE(40, 14);
  bytes.writeInt32LE(WIDTH, 18);
  bytes.writeInt32LE(HEIGHT, 22);
  bytes.writeUInt16LE(1, 26);
  bytes.writeUInt16LE(24, 28);
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      for (let c = 0; c < 3; c++)
        bytes[54 + ((HEIGHT - 1 - y) * WIDTH + x) * 3 + c] = rgb[(y * WIDTH + x) * 3 + 2 - c] ?? 0;
    }
  }
  return bytes;
}

/** Mean difference of two pictures, the largest of the three channels. */
function meanDifference(a: Buffer, b: Buffer): number {
  expect(a.length).toBe(b.length);
  const sums = [0, 0, 0];
  for (let i = 0; i < a.length; i++) sums[i % 3] = (sums[i % 3] ?? 0) + (a[i] ?? 0) - (b[i] ?? 0);
  return Math.max(...sums.map((sum) => Math.abs(sum / (a.length / 3))));
}

/** Structural similarity (Wang, Bovik, Sheikh, Simoncelli 2004) of the green channels, in blocks of 8 × 8. */
function similarity(a: Buffer, b: Buffer): number {
  const [C1, C2] = [(0.01 * 255) ** 2, (0.03 * 255) ** 2];
  let total = 0;
  for (let y = 0; y < HEIGHT; y += 8) {
    for (let x = 0; x < WIDTH; x += 8) {
      let [sa, sb, saa, sbb, sab] = [0, 0, 0, 0, 0];
      for (let i = 0; i < 64; i++) {
        const at = ((y + (i >> 3)) * WIDTH + x + (i & 7)) * 3 + 1;
        const [p, q] = [a[at] ?? 0, b[at] ?? 0];
        sa += p;
        sb += q;
        saa += p * p;
        sbb += q * q;
        sab += p * q;
      }
      const [ma, mb] = [sa / 64, sb / 64];
      const [va, vb, cov] = [saa / 64 - ma * ma, sbb / 64 - mb * mb, sab / 64 - ma * mb];
      total += ((2 * ma * mb + C1) * (2 * cov + C2)) / ((ma * ma + mb * mb + C1) * (va + vb + C2));
    }
  }
  return total / ((WIDTH * HEIGHT) / 64);
}

test('TIFF, HEIC and camera raw, which packages decode, come in and are seen in their colours', async () => {
  const { page, complaints } = await visit();
  const folder = await mkdtemp(join(tmpdir(), 'kermis-formats-'));
  try {
    const colour: Colour = [180, 110, 60];
    const background = { r: colour[0], g: colour[1], b: colour[2] };
    const plain = sharp({ create: { width: 320, height: 240, channels: 3, background } });
    const png = join(folder, 'plain.png');
    await writeFile(png, await plain.clone().png().toBuffer());
    await run('heif-enc', ['-q', '95', '-o', join(folder, 'plain.heic'), png]);
    const named = (name: string, buffer: Buffer): TestFile => ({ name, mimeType: '', buffer });
    await bringIn(page, [
      named('F1.tif', await plain.clone().tiff({ compression: 'lzw' }).toBuffer()),
      named('F2.heic', await readFile(join(folder, 'plain.heic'))),
      named('F3.dng', cameraRaw(await plain.clone().raw().toBuffer(), 320, 240)),
    ]);
    for (let i = 0; i < 2; i++) {
      await expect.poll(async () => distance(await middle(page), colour)).toBeLessThan(6);
      await page.keyboard.press('ArrowDown');
    }
    // Versions of libraw differ in how light they develop it: red stays the most, blue the least.
    await expect.poll(async () => distance(await middle(page), colour)).toBeLessThan(80);
    const [red, green, blue] = await middle(page);
    expect(red > green && green > blue, `${red} ${green} ${blue}`).toBe(true);
    expect(complaints).toEqual([]);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
});

longTest(
  'TIFF, BMP, GIF, HEIC and camera raw come out as sharp, libheif and libraw decode them',
  async () => {
    const { page, complaints } = await visit();
    const folder = await mkdtemp(join(tmpdir(), 'kermis-formats-'));
    try {
      const picture = sharp('demo/photos/PICT0470.JPG').resize(WIDTH, HEIGHT, { fit: 'fill' }).blur(1.5);
      const rgb = await picture.clone().raw().toBuffer();
      const png = join(folder, 'picture.png');
      await writeFile(png, await picture.clone().png().toBuffer());
      await run('heif-enc', ['-q', '95', '-o', join(folder, 'picture.heic'), png]);
      await run('heif-convert', [join(folder, 'picture.heic'), join(folder, 'heic.png')]);
      const raw = join(folder, 'picture.dng');
      await writeFile(raw, cameraRaw(rgb, WIDTH, HEIGHT));
      // The camera's white balance, sRGB, no brightness of its own for each photo.
      await run('dcraw_emu', ['-w', '-o', '1', '-W', '-T', raw]);
      const profiled = join(folder, 'wide.png');
      await writeFile(profiled, await picture.clone().withIccProfile('p3').png().toBuffer());
      await run('heif-enc', ['-q', '95', '-o', join(folder, 'wide.heic'), profiled]);
      await run('heif-convert', [join(folder, 'wide.heic'), join(folder, 'wide-back.png')]);
      const turned = await sharp(await picture.clone().rotate(270).png().toBuffer())
        .withMetadata({ orientation: 6 })
        .tiff({ compression: 'lzw' })
        .toBuffer();
      const gif = await picture.clone().gif().toBuffer();
      const pixels = async (file: string | Buffer): Promise<Buffer> =>
        sharp(file).toColourspace('srgb').removeAlpha().raw().toBuffer();
      const files: { file: TestFile; reference: Buffer }[] = [
        { file: { name: 'F1.tif', mimeType: 'image/tiff', buffer: turned }, reference: rgb },
        { file: { name: 'F2.bmp', mimeType: 'image/bmp', buffer: bitmap(rgb) }, reference: rgb },
        { file: { name: 'F3.gif', mimeType: 'image/gif', buffer: gif }, reference: await pixels(gif) },
        {
          file: { name: 'F4.heic', mimeType: '', buffer: await readFile(join(folder, 'picture.heic')) },
          reference: await pixels(join(folder, 'heic.png')),
        },
        {
          file: { name: 'F5.dng', mimeType: '', buffer: await readFile(raw) },
          reference: await pixels(`${raw}.tiff`),
        },
        {
          // As telephones write it: with a wider profile, which libheif hands on and sharp honours.
          file: { name: 'F6.heic', mimeType: '', buffer: await readFile(join(folder, 'wide.heic')) },
          reference: await pixels(join(folder, 'wide-back.png')),
        },
      ];
      await bringIn(
        page,
        files.map(({ file }) => file),
      );
      const { bytes } = await printFilm(page, 'WebM', 'formats');
      const print = await PrintedFile.of(bytes);
      const frames = await print.frames(WIDTH, HEIGHT).finally(() => print.close());
      expect(frames).toHaveLength(files.length * 2);
      files.forEach(({ file, reference }, i) => {
        // The print loses a little itself; colours and edges must be where they were. Versions of libraw differ
        // in how light they develop the same file: there only the picture counts.
        const frame = frames[i * 2 + 1] ?? Buffer.alloc(0);
        expect(similarity(frame, reference), file.name).toBeGreaterThan(0.95);
        if (file.name !== 'F5.dng')
          expect(meanDifference(frame, reference), file.name).toBeLessThanOrEqual(2);
      });
      expect(complaints).toEqual([]);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  },
);

longTest(
  'pixels of JPEG, PNG, WebP, AVIF, GIF and TIFF are those that sharp decodes, within 2/255',
  async () => {
    const { page } = await visit();
    const picture = sharp(
      await sharp('demo/photos/PICT0470.JPG').resize(WIDTH, HEIGHT, { fit: 'fill' }).png().toBuffer(),
    );
    const seeThrough = picture.clone().ensureAlpha(0.5);
    const made: Record<string, Promise<Buffer>> = {
      'P01.jpg': picture.clone().jpeg({ quality: 90 }).toBuffer(),
      'P02.jpg': picture.clone().jpeg({ quality: 90, progressive: true }).toBuffer(),
      'P03.jpg': picture.clone().withIccProfile('p3').jpeg({ chromaSubsampling: '4:4:4' }).toBuffer(),
      'P04.png': picture.clone().toColourspace('rgb16').png().toBuffer(),
      'P05.png': picture.clone().png({ palette: true, colours: 64 }).toBuffer(),
      'P06.png': seeThrough.png().toBuffer(),
      'P07.png': picture.clone().withIccProfile('p3').png().toBuffer(),
      'P08.png': picture.clone().greyscale().png().toBuffer(),
      'P09.webp': picture.clone().webp({ lossless: true }).toBuffer(),
      'P10.avif': picture.clone().avif({ quality: 80, chromaSubsampling: '4:4:4' }).toBuffer(),
      'P11.gif': picture.clone().gif().toBuffer(),
      'P12.tif': picture.clone().toColourspace('rgb16').tiff({ compression: 'deflate' }).toBuffer(),
      'P13.tif': picture.clone().withIccProfile('p3').tiff({ compression: 'lzw' }).toBuffer(),
      'P14.jpg': picture.clone().toColourspace('cmyk').jpeg().toBuffer(),
    };
    const files = await Promise.all(
      Object.entries(made).map(async ([name, buffer]) => ({ name, mimeType: '', buffer: await buffer })),
    );
    await chooseFiles(page, files);
    // Inks have no one colour: that is said, and the picture is there.
    await expect
      .poll(async () => (await tableRows(page)).at(-1))
      .toContain('has inks (CMYK): its colours are approximate');
    await layOut(page);
    await page.getByRole('button', { name: 'Sort', exact: true }).click();
    await page.getByRole('option', { name: /^P01.jpg/ }).click();
    await page.keyboard.press('Control+a');
    await page.getByLabel('Save as').selectOption({ label: `PNG as in the film, ${WIDTH} × ${HEIGHT}` });
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'As a ZIP file' }).click(),
    ]);
    const written = unzipSync(await bytesOf(download));
    for (const { name, buffer } of files.slice(0, -1)) {
      const [reference = Buffer.alloc(0), own = Buffer.alloc(0)] = await Promise.all(
        [buffer, written[name.replace(/\.\w+$/, '.png')] ?? Buffer.alloc(0)].map((bytes) =>
          sharp(bytes)
            .toColourspace('srgb')
            .flatten({ background: '#000000' })
            .removeAlpha()
            .raw()
            .toBuffer(),
        ),
      );
      expect(own.length, name).toBe(WIDTH * HEIGHT * 3);
      let most = 0;
      for (let i = 0; i < own.length; i++)
        most = Math.max(most, Math.abs((own[i] ?? 0) - (reference[i] ?? 0)));
      expect(most, name).toBeLessThanOrEqual(2);
    }
  },
);
