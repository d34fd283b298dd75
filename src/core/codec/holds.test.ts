import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { describe, expect, it, onTestFinished } from 'vitest';
import { BitReader, BitWriter } from './bits';
import type { CodedFrame } from './coded-frame';
import { heldFrames } from './held-frames';
import { h264Holds } from './h264-holds';
import { escaped, sampleOf, unescaped, unitsOf } from './h264-units';
import type { HoldWriter } from './hold-writer';
import { vp9Holds } from './vp9-holds';

const WIDTH = 96;
const HEIGHT = 64;
const FRAME = (WIDTH * HEIGHT * 3) / 2;

/** Files of a film of some moving pictures, made by ffmpeg. */
function encoded(args: readonly string[], name: string, pictures: number): Buffer {
  const folder = mkdtempSync(join(tmpdir(), 'kermis-holds-'));
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
  const out = join(folder, name);
  execFileSync('ffmpeg', [
    ...['-v', 'error', '-f', 'lavfi', '-i', `testsrc2=s=${WIDTH}x${HEIGHT}:r=12,noise=alls=20:allf=t`],
    ...['-frames:v', String(pictures), '-pix_fmt', 'yuv420p', ...args, out],
  ]);
  return readFileSync(out);
}

const digest = (bytes: Uint8Array): string => createHash('md5').update(bytes).digest('hex');

/** Each frame that ffmpeg decodes, as its bytes. */
function decoded(bytes: Uint8Array, format: string): readonly string[] {
  const raw = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-xerror', '-f', format, '-i', '-', '-fps_mode', 'passthrough', '-f', 'rawvideo', '-'],
    { input: bytes, maxBuffer: 1 << 30 },
  );
  return Array.from({ length: raw.length / FRAME }, (_, i) =>
    digest(raw.subarray(i * FRAME, (i + 1) * FRAME)),
  );
}

const coded = (pictures: readonly Uint8Array[]): CodedFrame[] =>
  pictures.map((bytes, i) => ({ bytes, isKey: i === 0 }));

/** A piece with its holds, as it goes into a file, with its key frame every ten frames. */
const withHolds = (
  pictures: readonly CodedFrame[],
  holds: readonly number[],
  writer: HoldWriter,
): Uint8Array[] => [...heldFrames(pictures, holds, writer, 10)].map(({ bytes }) => bytes);

/** A stream with start codes as units of single pictures; x264 writes one slice a picture here. */
function fromStartCodes(stream: Buffer): { description: Uint8Array; pictures: Uint8Array[] } {
  const units: Buffer[] = [];
  for (let at = stream.indexOf('000001', 0, 'hex'); at >= 0;) {
    const next = stream.indexOf('000001', at + 3, 'hex');
    let end = next < 0 ? stream.length : next;
    while (stream[end - 1] === 0) end--;
    units.push(stream.subarray(at + 3, end));
    at = next;
  }
  const [sequence, picture] = [7, 8].map(
    (type) => units.find((unit) => ((unit[0] ?? 0) & 31) === type) as Buffer,
  );
  const counted = (unit: Buffer): number[] => [unit.length >> 8, unit.length & 255, ...unit];
  return {
    description: Uint8Array.from([
      ...[1, 66, 0, 30, 0xff, 0xe1, ...counted(sequence as Buffer)],
      ...[1, ...counted(picture as Buffer)],
    ]),
    pictures: units.filter((unit) => [1, 5].includes((unit[0] ?? 0) & 31)).map((unit) => sampleOf([unit])),
  };
}

/** A sample with start codes again. */
const toStartCodes = (samples: readonly Uint8Array[], description: Uint8Array): Buffer => {
  const long = (description[6] ?? 0) * 256 + (description[7] ?? 0);
  const headers = [description.subarray(8, 8 + long), description.subarray(8 + long + 3)];
  return Buffer.concat(
    [...headers, ...samples.flatMap((sample) => unitsOf(sample) ?? [])].flatMap((unit) => [
      Buffer.from([0, 0, 0, 1]),
      unit,
    ]),
  );
};

/** Frames of IVF, the plain container of VP9. */
function fromIvf(file: Buffer): Uint8Array[] {
  const frames: Uint8Array[] = [];
  for (let at = 32; at < file.length; at += 12 + file.readUInt32LE(at))
    frames.push(file.subarray(at + 12, at + 12 + file.readUInt32LE(at)));
  return frames;
}

function toIvf(head: Buffer, frames: readonly Uint8Array[]): Buffer {
  return Buffer.concat([
    head.subarray(0, 32),
    ...frames.flatMap((frame, i) => {
      const before = Buffer.alloc(12);
      before.writeUInt32LE(frame.length, 0);
      before.writeUInt32LE(i, 4);
      return [before, frame];
    }),
  ]);
}

const repeated = (frames: readonly string[], holds: readonly number[]): string[] =>
  frames.flatMap((frame, i) => Array.from({ length: holds[i] ?? 1 }, () => frame));

const PICTURES = 12;
const HOLDS = [
  Array.from({ length: PICTURES }, () => 2),
  Array.from({ length: PICTURES }, () => 1),
  [1, 2, 3, 4, 5, 6, 7, 8, 9, 1, 1, 40],
  [31, 1, 1, 30, 2, 2, 2, 17, 1, 1, 1, 1],
];

const X264 = ['-c:v', 'libx264', '-bf', '1', '-g', '999', '-bsf:v', 'h264_mp4toannexb', '-f', 'h264'];

describe('holds written by hand', () => {
  it.each([
    ['one picture kept', 'ref=1:b-adapt=1:b-bias=-100:cabac=0:weightp=0:scenecut=0'],
    ['three pictures kept, small counters', 'ref=3:b-adapt=1:b-bias=-100:cabac=0:weightp=0:scenecut=0'],
    [
      'two slices a picture, edges smoothed',
      'ref=1:b-adapt=1:b-bias=-100:cabac=0:weightp=0:scenecut=0:slices=2:deblock=3,3',
    ],
  ])('H.264, %s: ffmpeg shows each picture as often as it is held, to the bit', (_, params) => {
    const stream = encoded([...X264, '-x264-params', params], 'x.h264', PICTURES);
    const { description, pictures: units } = fromStartCodes(stream);
    // Two slices are one picture.
    const slices = units.length / PICTURES;
    const pictures = Array.from({ length: PICTURES }, (_, i) =>
      sampleOf(units.slice(i * slices, (i + 1) * slices).flatMap((each) => unitsOf(each) ?? [])),
    );
    const plain = decoded(stream, 'h264');
    expect(plain).toHaveLength(PICTURES);
    expect(new Set(plain).size).toBe(PICTURES);
    for (const wanted of HOLDS) {
      const writer = h264Holds(description, coded(pictures)) as HoldWriter;
      // These small counters do not reach further.
      const holds = wanted.map((hold, i) => (i === 0 ? hold : Math.min(hold, writer.most)));
      const samples = withHolds(coded(pictures), holds, writer);
      expect(decoded(toStartCodes(samples, description), 'h264')).toEqual(repeated(plain, holds));
    }
  });

  it('H.264 with arithmetic codes, or weights, or another order is left alone', () => {
    for (const params of [
      'b-adapt=1:b-bias=-100:cabac=1:ref=1:weightp=0',
      'b-adapt=1:b-bias=-100:cabac=0:ref=2:weightp=2',
    ]) {
      const { description, pictures } = fromStartCodes(
        encoded([...X264, '-x264-params', params], 'x.h264', 4),
      );
      expect(h264Holds(description, coded(pictures)), params).toBeUndefined();
    }
    const { description, pictures } = fromStartCodes(
      encoded([...X264, '-x264-params', 'b-adapt=1:b-bias=-100:cabac=0:ref=1:weightp=0'], 'x.h264', 4),
    );
    expect(h264Holds(description, coded(pictures))).toBeDefined();
    expect(h264Holds(description, coded(pictures.slice(1)))).toBeUndefined();
    expect(h264Holds(description.slice(0, 20), coded(pictures))).toBeUndefined();
    expect(h264Holds(description, coded([Uint8Array.of(0, 0, 0, 9, 1)]))).toBeUndefined();
  });

  it('VP9: ffmpeg and libvpx show each picture as often as it is held, to the bit', () => {
    const args = [
      '-c:v',
      'libvpx-vp9',
      '-g',
      '999',
      '-lag-in-frames',
      '0',
      '-b:v',
      '300k',
      '-auto-alt-ref',
      '0',
    ];
    const file = encoded(args, 'x.ivf', PICTURES);
    const pictures = fromIvf(file);
    const plain = decoded(file, 'ivf');
    expect(plain).toHaveLength(PICTURES);
    for (const holds of HOLDS) {
      const frames = withHolds(coded(pictures), holds, vp9Holds(coded(pictures)) as HoldWriter);
      const out = toIvf(file, frames);
      expect(decoded(out, 'ivf')).toEqual(repeated(plain, holds));
      const own = execFileSync('vpxdec', ['--i420', '--rawvideo', '-o', '-', '-'], {
        input: out,
        maxBuffer: 1 << 30,
      });
      expect(own.length / FRAME).toBe(frames.length);
      expect(
        Array.from({ length: frames.length }, (_, i) => digest(own.subarray(i * FRAME, (i + 1) * FRAME))),
      ).toEqual(repeated(plain, holds));
    }
    expect(vp9Holds(coded(pictures.slice(1)))).toBeUndefined();
  });

  it('numbers of variable length and bytes that look like a start come back as they were', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -70_000, max: 70_000 })), (numbers) => {
        const writer = new BitWriter();
        for (const each of numbers) writer.signed(each);
        for (const each of numbers) writer.unsigned(Math.abs(each));
        const reader = new BitReader(writer.close());
        expect(numbers.map(() => reader.signed())).toEqual(numbers);
        expect(numbers.map(() => reader.unsigned())).toEqual(numbers.map(Math.abs));
      }),
    );
    fc.assert(
      fc.property(fc.array(fc.constantFrom(0, 0, 0, 1, 2, 3, 4)), (bytes) => {
        const out = escaped(Uint8Array.from(bytes));
        expect([...unescaped(out)]).toEqual(bytes);
        for (let i = 2; i < out.length; i++)
          expect(out[i - 2] === 0 && out[i - 1] === 0 && (out[i] ?? 9) < 3).toBe(false);
      }),
    );
  });
});
