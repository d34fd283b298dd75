import { describe, expect, it } from 'vitest';
import type { CodedFrame } from '../../core/codec/coded-frame';
import type { Film } from '../../core/film/film';
import { filmOf } from '../../core/film/random-films';
import { scheduleOf } from '../../core/film/schedule';
import type { I420 } from '../../core/picture/pixels';
import { PRINT_KINDS } from '../../core/print/print-kinds';
import type { EncodedPiece } from '../ports/encode';
import { printVideo, type VideoNews, type VideoOrder } from './print-video';
import { ToldError } from '../../core/time/told-error';

/** A picture of VP9 as far as it is looked at: a key frame, or one that is kept in the first place; with a number. */
const coded = (number: number, isKey: boolean): CodedFrame => ({
  bytes: Uint8Array.from(isKey ? [0x82, number, 1] : [0x86, 0x00, 0x40, number, 1]),
  isKey,
});
const numberOf = ({ bytes }: CodedFrame): number => bytes.at(-2) ?? 0;
const isHold = ({ bytes }: CodedFrame): boolean => bytes.length === 1;

/** A world in which every photo is a number, and what is encoded is remembered. */
class World {
  readonly kept = new Map<string, EncodedPiece>();
  readonly frames: CodedFrame[] = [];
  readonly bits: (number | undefined)[] = [];
  news: VideoNews = { frames: 0, found: 0 };
  made = 0;
  cancelled = 0;
  codecString = 'one';
  /** What an encoder gives for a picture. */
  encode = coded;

  print(film: Film, change: Partial<VideoOrder> = {}): Promise<unknown> {
    this.frames.length = 0;
    this.made = 0;
    const order: VideoOrder = {
      ...{
        film,
        spans: [{ from: 0, to: scheduleOf(film).frames }],
        size: film.settings,
        rate: film.settings.rate,
      },
      ...{ codec: PRINT_KINDS.webm.video, keyEvery: 1, encoding: 'x' },
      ...change,
    };
    const numbers = new Map(film.photos.map((photo, i) => [photo.hash, i]));
    return printVideo(
      order,
      {
        makeFrame: ({ file }) => {
          this.made++;
          return Promise.resolve({ number: numbers.get(file.hash) } as unknown as I420);
        },
        samples: { fetch: () => Promise.resolve(), read: () => [] },
        encoder: (bits) => {
          this.bits.push(bits);
          const pictures: CodedFrame[] = [];
          return {
            add: (picture, times) => {
              const { number } = picture as unknown as { number: number };
              for (let i = 0; i < times; i++) pictures.push(this.encode(number, pictures.length === 0));
              return Promise.resolve();
            },
            end: () => Promise.resolve({ facts: { codecString: this.codecString }, pictures }),
            cancel: () => this.cancelled++,
          };
        },
        pieces: {
          find: (key) => Promise.resolve(this.kept.get(key)),
          keep: (key, piece) => Promise.resolve(void this.kept.set(key, piece)),
        },
        gate: () => Promise.resolve(),
        begin: () =>
          Promise.resolve({
            frame: (frame, at) => {
              if (at === 0) this.frames.length = 0;
              expect(at).toBe(this.frames.length);
              this.frames.push(frame);
              return Promise.resolve();
            },
            sound: () => Promise.resolve(),
            end: () => Promise.resolve(),
            cancel: () => Promise.resolve(),
          }),
      },
      {
        ahead: 2,
        signal: new AbortController().signal,
        onNews: (news) => (this.news = news),
      },
    );
  }

  /** The photo that each frame shows. */
  shown(): readonly number[] {
    let number = -1;
    return this.frames.map((frame) => (number = isHold(frame) ? number : numberOf(frame)));
  }
}

/** A film of one scene whose poses show a photo each, held for so long; at 24 frames a second. */
const film = (holds: readonly number[]): Film => {
  const plain = filmOf([holds]);
  const [photo] = plain.photos;
  const photos = holds.map((_, i) => ({ ...(photo as Film['photos'][number]), id: `p${i}`, hash: `h${i}` }));
  return {
    ...plain,
    photos,
    scenes: plain.scenes.map((scene) => ({
      ...scene,
      items: holds.map((hold, i) => ({ id: `q${i}`, photoId: `p${i}`, hold })),
    })),
  };
};

const HOLDS = Array.from({ length: 40 }, (_, i) => 1 + (i % 4));
const shownBy = (holds: readonly number[]): readonly number[] =>
  holds.flatMap((hold, i) => Array.from({ length: hold }, () => i));

describe('a print of video', () => {
  it('makes each picture once, and nothing again that is kept: not for another hold either', async () => {
    const world = new World();
    await world.print(film(HOLDS));
    expect(world.shown()).toEqual(shownBy(HOLDS));
    expect(world.made).toBe(40);
    expect(world.news).toEqual({ frames: world.frames.length, found: 0 });
    const changed = HOLDS.with(20, 9);
    await world.print(film(changed));
    expect(world.shown()).toEqual(shownBy(changed));
    // The borders of pieces may move around what is held for longer.
    expect(world.made).toBeLessThan(30);
    expect(world.news.found).toBeGreaterThan(30);
    expect(world.news.frames).toBe(world.frames.length);
  });

  it('a picture that stays for long has its key frame again and again', async () => {
    const world = new World();
    await world.print(film([2, 100, 2]));
    expect(world.shown()).toEqual(shownBy([2, 100, 2]));
    expect(world.frames.flatMap(({ isKey }, i) => (isKey ? [i] : []))).toEqual([0, 2, 26, 50, 74, 98, 102]);
    expect(world.made).toBe(3);
  });

  it('gives an encoder its bits by the picture, as the time of a piece allows', async () => {
    const world = new World();
    await world.print(film([4, 4]), { bitrate: 2_400_000 });
    expect(world.bits).toEqual([400_000]);
    world.bits.length = 0;
    await world.print(film([4, 4]), { bitrate: 2_400_000, codec: PRINT_KINDS.av1.video });
    expect(world.bits).toEqual([100_000]);
    expect(world.shown()).toEqual(shownBy([4, 4]));
  });

  it('repeats frames where an encoder writes in a way that is not known, in every piece', async () => {
    const world = new World();
    // Profile 2 of VP9.
    world.encode = (number, isKey) => ({ bytes: Uint8Array.of(0xa2, number, 1), isKey });
    await world.print(film(HOLDS));
    expect(world.shown()).toEqual(shownBy(HOLDS));
    expect(world.frames.some(isHold)).toBe(false);
    expect(world.news.frames).toBe(world.frames.length);
  });

  it('encodes anew what was kept from an encoder that a player would be told otherwise of', async () => {
    const world = new World();
    await world.print(film(HOLDS));
    world.codecString = 'two';
    for (const key of [...world.kept.keys()]) {
      const kept = new Map(world.kept);
      world.kept.delete(key);
      await world.print(film(HOLDS));
      expect(world.shown()).toEqual(shownBy(HOLDS));
      expect(world.made).toBeGreaterThanOrEqual(40);
      world.kept.clear();
      for (const [each, piece] of kept) world.kept.set(each, piece);
    }
  });

  it('an encoder that loses pictures, and a photo that cannot be made, end it with frame and photo', async () => {
    const world = new World();
    const [first] = film(HOLDS).photos;
    const broken = film(HOLDS);
    await expect(world.print({ ...broken, photos: broken.photos.slice(1) })).rejects.toThrow(
      'shows a photo that the film does not have',
    );
    world.encode = () => {
      throw new ToldError('The encoder fell over.');
    };
    await expect(world.print(film(HOLDS))).rejects.toThrow(
      `Printing stopped at frame 1 (${first?.name ?? ''}). The encoder fell over.`,
    );
    expect(world.cancelled).toBeGreaterThan(0);
  });
});
