import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import type { Locator, Page } from 'playwright-core';
import { PATIENCE } from './patience';
import { bytesOf } from './browser';
import type { Colour } from './photos';

const run = promisify(execFile);

/** Kinds of file by what begins their names, and the tab that they stand under. */
const KINDS = {
  MP4: ['Video', /^MP4/],
  WebM: ['Video', /^WebM, VP9/],
  AV1: ['Video', /^WebM, AV1/],
  MOV: ['Video', /^MOV/],
  MKV: ['Video', /^MKV/],
  GIF: ['Loop', /^GIF/],
  WebP: ['Loop', /^WebP/],
  'Animated PNG': ['Loop', /^Animated PNG/],
  'PNG frames': ['Frames', /^PNG/],
  'JPEG frames': ['Frames', /^JPEG/],
  'WAV, 24 bits': ['Sound', /^WAV, 24/],
  'WAV, 16 bits': ['Sound', /^WAV, 16/],
  FLAC: ['Sound', /^FLAC/],
} as const;
export type PrintedKind = keyof typeof KINDS;

/** Goes to stage Print and chooses a kind of file. */
export async function chooseKind(page: Page, kind: PrintedKind): Promise<void> {
  const [tab, name] = KINDS[kind];
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await page.getByRole('group', { name: 'Kind of print' }).getByRole('button', { name: tab }).click();
  const kinds = page.getByLabel('Kind of file');
  const label = (await kinds.locator('option').allInnerTexts()).find((each) => name.test(each));
  await kinds.selectOption({ label: label ?? String(name) });
}

/** Finished prints, the newest first. */
export const finishedPrints = (page: Page): Locator =>
  page.getByRole('list', { name: 'Finished prints' }).getByRole('listitem');

/** Saves the newest finished print. */
export async function savePrint(page: Page): Promise<{ bytes: Buffer; fileName: string }> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    finishedPrints(page).first().getByRole('button', { name: 'Save to disk' }).click(),
  ]);
  return { bytes: Buffer.from(await bytesOf(download)), fileName: download.suggestedFilename() };
}

/** Waits until one more print is finished than there were, and gives what its proof says. */
export async function nextProof(page: Page, before: number, patience = PATIENCE): Promise<string> {
  const failed = page.getByRole('list', { name: 'Print queue' }).getByRole('alert');
  const next = finishedPrints(page).nth(before);
  await next.or(failed).first().waitFor({ timeout: patience });
  if (await failed.isVisible()) throw new Error(await failed.innerText());
  return (await finishedPrints(page).first().getByTestId('proof-words').textContent()) ?? '';
}

/** Prints the open film through the interface and gives the file that is saved, and what its proof says. */
export async function printFilm(
  page: Page,
  kind: PrintedKind,
  name: string,
  patience = PATIENCE,
): Promise<{ bytes: Buffer; fileName: string; proof: string }> {
  await chooseKind(page, kind);
  await page.getByLabel('Name of the file').fill(name);
  await page.getByLabel('Name of the file').press('Enter');
  const before = await finishedPrints(page).count();
  await page.getByRole('button', { name: 'Print the film' }).click();
  const proof = await nextProof(page, before, patience);
  return { ...(await savePrint(page)), proof };
}

/** Runs ffmpeg, and rejects with what it complains of. */
export const runFfmpeg = (args: readonly string[]): Promise<unknown> =>
  run('ffmpeg', ['-loglevel', 'error', '-y', ...args]);

export interface Stream {
  readonly codec_type: string;
  readonly sample_aspect_ratio: string;
  readonly width: number;
  readonly height: number;
  readonly nb_read_frames: string;
  readonly r_frame_rate: string;
  readonly avg_frame_rate: string;
  readonly codec_name: string;
  readonly pix_fmt: string;
  readonly color_range: string;
  readonly color_space: string;
  readonly color_primaries: string;
  readonly color_transfer: string;
}

interface ProbedFrame {
  readonly media_type: string;
  readonly pts_time: string;
}

interface Probe {
  readonly streams: readonly Stream[];
  readonly frames: readonly ProbedFrame[];
}

/** A saved print as the outside sees it; its file is removed by `close`. */
export class PrintedFile {
  readonly #folder: string;
  readonly path: string;
  #probing: Promise<Probe> | undefined;

  private constructor(folder: string, path: string) {
    this.#folder = folder;
    this.path = path;
  }

  /** When the first packet of the sound comes, by its timestamp, in seconds. */
  async firstSound(): Promise<{ readonly start: number }> {
    const { stdout } = await run('ffprobe', [
      ...['-loglevel', 'error', '-select_streams', 'a:0', '-read_intervals', '%+#1'],
      ...['-show_entries', 'packet=pts_time', '-of', 'csv=p=0', this.path],
    ]);
    return { start: Number.parseFloat(stdout) };
  }

  /** What a WebM file says of its Opus track's delay, in nanoseconds (RFC 9559, CodecDelay); undefined where it says nothing. */
  async opusDelay(): Promise<number | undefined> {
    const bytes = await readFile(this.path);
    const at = bytes.indexOf(Buffer.from([0x56, 0xaa]));
    const size = (bytes[at + 2] ?? 0) & 0x7f;
    return at < 0 || at > 2000 ? undefined : bytes.readUIntBE(at + 3, size);
  }

  static async of(bytes: Buffer): Promise<PrintedFile> {
    const folder = await mkdtemp(join(tmpdir(), 'kermis-print-'));
    const path = join(folder, 'print');
    await writeFile(path, bytes);
    return new PrintedFile(folder, path);
  }

  /** All that ffprobe tells of the file, in one reading that decodes it once. */
  #probe(): Promise<Probe> {
    this.#probing ??= run(
      'ffprobe',
      [
        ...['-v', 'error', '-show_streams', '-show_frames', '-of', 'json', this.path],
        ...['-show_entries', 'frame=media_type,pts_time'],
      ],
      { maxBuffer: 1 << 28 },
    ).then(({ stdout }) => JSON.parse(stdout) as Probe);
    return this.#probing;
  }

  async #framesOf(kind: 'video' | 'audio'): Promise<readonly ProbedFrame[]> {
    return (await this.#probe()).frames.filter(({ media_type: each }) => each === kind);
  }

  /** The picture's stream as the file describes it, with the counted number of frames. */
  async stream(): Promise<Stream> {
    const { streams } = await this.#probe();
    const video = streams.find(({ codec_type: kind }) => kind === 'video');
    if (!video) throw new Error('The file has no picture.');
    return { ...video, nb_read_frames: String((await this.#framesOf('video')).length) };
  }

  /** The codec of the sound; undefined where there is none. */
  async soundCodec(): Promise<string | undefined> {
    return (await this.#probe()).streams.find(({ codec_type: kind }) => kind === 'audio')?.codec_name;
  }

  /** Start of each frame in seconds. */
  async times(): Promise<number[]> {
    return (await this.#framesOf('video')).map(({ pts_time: time }) => Number(time));
  }

  /** Frames as RGB, decoded by ffmpeg with the colours that the file's own tags say. */
  async frames(width: number, height: number): Promise<Buffer[]> {
    const { stdout } = await run(
      'ffmpeg',
      [
        '-v',
        'error',
        '-i',
        this.path,
        '-vf',
        'scale=flags=accurate_rnd+full_chroma_int',
        '-f',
        'rawvideo',
        '-pix_fmt',
        'rgb24',
        '-',
      ],
      { encoding: 'buffer', maxBuffer: 1 << 30 },
    );
    const size = width * height * 3;
    return Array.from({ length: stdout.length / size }, (_, i) => stdout.subarray(i * size, (i + 1) * size));
  }

  close(): Promise<void> {
    return rm(this.#folder, { recursive: true, force: true });
  }
}

/** The colour of a decoded frame at a pixel. */
export const colourAt = (frame: Buffer, width: number, x: number, y: number): Colour => {
  const at = (y * width + x) * 3;
  return [frame[at] ?? -1, frame[at + 1] ?? -1, frame[at + 2] ?? -1];
};

/** The largest difference of two colours in one channel. */
export const distance = (a: Colour, b: Colour): number =>
  Math.max(...a.map((value, i) => Math.abs(value - (b[i] ?? 999))));
