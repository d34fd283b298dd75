import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Film, Photo, Pose } from '../film/film';
import type { Span } from '../film/moments';
import { filmsWithCycles, filmOf } from '../film/random-films';
import { poseAt, scheduleOf } from '../film/schedule';
import { recipeKey, type Recipe } from '../picture/recipe';
import { rate } from '../time/rate';
import { piecesOf, type PieceRun } from './pieces';
import { printLoop } from './print-loop';
import { planPrint, type PrintPlan } from './print-plan';

const films = filmsWithCycles.filter((film) => scheduleOf(film).frames > 0);

/** A film and a part of it, at least a frame long. */
const parts = films.chain((film) => {
  const { frames } = scheduleOf(film);
  return fc
    .tuple(fc.nat(frames - 1), fc.nat(frames - 1))
    .map(([a, b]) => ({ film, span: { from: Math.min(a, b), to: Math.max(a, b) + 1 } }));
});

const whole = (film: Film): readonly [Span] => [{ from: 0, to: scheduleOf(film).frames }];

const photoAt = (film: Film, frame: number): string | undefined =>
  poseAt(scheduleOf(film), frame)?.pose.photoId;

/** The photo of each frame of a plan, run by run. */
const shown = ({ runs }: PrintPlan): readonly string[] =>
  runs.flatMap(({ name, frames }) => Array.from({ length: frames }, () => name));

describe('the plan of a print', () => {
  it('shows at each frame what the schedule names, without a gap, in the whole film and in any part', () => {
    fc.assert(
      fc.property(parts, ({ film, span }) => {
        const plan = planPrint(film, [span]);
        expect(plan.frames).toBe(span.to - span.from);
        expect(shown(plan)).toEqual(
          Array.from({ length: plan.frames }, (_, frame) => photoAt(film, span.from + frame)),
        );
        let next = 0;
        for (const [i, run] of plan.runs.entries()) {
          expect(run.start).toBe(next);
          next += run.frames;
          // The same picture twice in a row is one run: it is made once.
          expect(run.name).not.toBe(plan.runs[i - 1]?.name);
        }
      }),
    );
  });

  it('joins what looks the same and nothing else: by recipes, not by photos', () => {
    const film = filmOf([[2, 2, 2]]);
    const poses = film.scenes[0]?.items as readonly Pose[];
    const [a, b] = film.photos as [Photo, Photo];
    const all = (photos: readonly Photo[], ids: readonly string[]): Film => ({
      ...film,
      photos,
      scenes: [
        { id: 's', name: '', items: poses.map((pose, i) => ({ ...pose, photoId: ids[i] ?? ids[0] ?? '' })) },
      ],
    });
    // A twin of a photo looks the same; with other light it does not.
    const twin = { ...a, id: 'twin', name: 'twin' };
    const framesOf = (each: Film): readonly number[] =>
      planPrint(each, whole(each)).runs.map(({ frames }) => frames);
    expect(framesOf(all([a, twin, b], ['a', 'twin', 'b']))).toEqual([4, 2]);
    expect(framesOf(all([a, { ...twin, mends: { light: 1 } }, b], ['a', 'twin', 'b']))).toEqual([2, 2, 2]);
    // Another film with the same photo, size and background has the same picture.
    const [here, there] = [all([a, b], ['a']), { ...all([twin], ['twin']), id: 'other', title: 'Other' }];
    const keyOf = (each: Film): string => recipeKey(planPrint(each, whole(each)).runs[0]?.recipe as Recipe);
    expect(keyOf(there)).toBe(keyOf(here));
    expect(keyOf({ ...here, settings: { ...here.settings, width: 640 } })).not.toBe(keyOf(here));
  });

  it('says which pose shows a photo that the film does not have', () => {
    const film = { ...filmOf([[2, 2]]), photos: [] };
    expect(() => planPrint(film, [{ from: 0, to: 2 }])).toThrow(
      'Pose 0.0 shows a photo that the film does not have.',
    );
  });

  it('puts parts one behind the other, and at another rate shows at each frame what the film shows at its time', () => {
    fc.assert(
      fc.property(
        parts,
        fc.constantFrom(rate(12), rate(24), rate(25), rate(60), rate(30000, 1001)),
        ({ film, span }, other) => {
          const own = film.settings.rate;
          const plan = planPrint(film, [span, span], other);
          const frames = 2 * (span.to - span.from);
          expect(plan.frames).toBe(Math.ceil((frames * own.den * other.num) / (own.num * other.den)));
          expect(shown(plan)).toEqual(
            Array.from({ length: plan.frames }, (_, frame) => {
              const at = Math.floor((frame * other.den * own.num) / (other.num * own.den));
              return photoAt(film, span.from + (at % (span.to - span.from)));
            }),
          );
        },
      ),
    );
  });
});

/** Runs of pictures, each by the letters of its key. */
const runsOf = (
  pictures: readonly (readonly [key: number, frames: number, begins?: boolean])[],
): PieceRun[] => {
  let start = 0;
  return pictures.map(([key, frames, begins = false]) => {
    const run = { recipe: recipeOf(key), start, frames, begins };
    start += frames;
    return run;
  });
};

const plain = planPrint(filmOf([[1]]), [{ from: 0, to: 1 }]).runs[0]?.recipe as Recipe;
const recipes = new Map<number, Recipe>();
function recipeOf(key: number): Recipe {
  const known = recipes.get(key) ?? { ...plain, file: { ...plain.file, hash: String(key) } };
  recipes.set(key, known);
  return known;
}

const pictureLists = fc.array(
  fc.tuple(fc.nat(400), fc.integer({ min: 1, max: 60 }), fc.integer({ min: 0, max: 20 })),
  { minLength: 1, maxLength: 300 },
);

describe('pieces of a print', () => {
  it('hold every run once and in order, are no longer than they may be, and begin with scenes and what stays long', () => {
    fc.assert(
      fc.property(pictureLists, fc.integer({ min: 12, max: 96 }), (list, longest) => {
        const runs = runsOf(list.map(([key, frames, begins]) => [key, frames, begins === 0]));
        const pieces = piecesOf(runs, longest);
        expect(pieces.flatMap((piece) => piece.runs)).toEqual(runs);
        let at = 0;
        for (const piece of pieces) {
          expect(piece.start).toBe(at);
          at += piece.frames;
          expect(piece.frames <= longest || piece.runs.length === 1).toBe(true);
          for (const run of piece.runs.slice(1)) expect(run.begins || run.frames > longest).toBe(false);
        }
      }),
    );
  });

  it('of a film of 1,000 poses nearly all stay the same when one is put in, taken out, replaced or held longer', () => {
    const pictures = Array.from({ length: 1000 }, (_, i): readonly [number, number] => [i, 2]);
    const keysOf = (list: readonly (readonly [number, number])[]): Set<string> =>
      new Set(
        piecesOf(runsOf(list), 48).map(({ runs }) =>
          runs.map(({ recipe, frames }) => `${recipe.file.hash}:${frames}`).join(' '),
        ),
      );
    const before = keysOf(pictures);
    for (const at of [3, 250, 500, 777, 996]) {
      const changed = [
        pictures.toSpliced(at, 0, [5000, 2]),
        pictures.toSpliced(at, 1),
        pictures.toSpliced(at, 1, [5000, 2]),
        pictures.toSpliced(at, 1, [at, 5]),
      ];
      for (const list of changed) {
        const fresh = piecesOf(runsOf(list), 48).filter(
          ({ runs }) =>
            !before.has(runs.map(({ recipe, frames }) => `${recipe.file.hash}:${frames}`).join(' ')),
        );
        const anew = fresh.reduce((sum, { frames }) => sum + frames, 0);
        expect(anew / 2000).toBeLessThan(0.05);
      }
    }
  });

  it('what is shown again and again is still cut, and in the same way each time', () => {
    const runs = runsOf(Array.from({ length: 400 }, (_, i) => [i % 4, 2] as const));
    const pieces = piecesOf(runs, 48);
    expect(Math.max(...pieces.map(({ frames }) => frames))).toBeLessThanOrEqual(48);
    expect(pieces.length).toBeLessThanOrEqual(40);
  });
});

describe('the loop of a print', () => {
  const options = (ahead: number, signal = new AbortController().signal) => ({ ahead, signal });

  it('uses every picture in order, makes each once, and no more ahead than asked', async () => {
    await fc.assert(
      fc.asyncProperty(fc.nat(30), fc.integer({ min: 1, max: 5 }), async (count, ahead) => {
        const runs = Array.from({ length: count }, (_, i) => i);
        const [made, used]: [number[], string[]] = [[], []];
        let most = 0;
        await printLoop<number, string>(
          runs,
          {
            make: async (run) => {
              made.push(run);
              most = Math.max(most, made.length - used.length);
              // Later pictures may be ready before earlier ones.
              for (let i = 0; i < made.length % 3; i++) await Promise.resolve();
              return `picture ${run}`;
            },
            use: async (picture) => {
              await Promise.resolve();
              used.push(picture);
            },
          },
          options(ahead),
        );
        expect(made).toEqual(runs);
        expect(used).toEqual(runs.map((run) => `picture ${run}`));
        expect(most).toBeLessThanOrEqual(ahead);
      }),
    );
  });

  it('stops between two pictures when it is told to; one that cannot be made ends it at its own turn', async () => {
    const stop = new AbortController();
    const used: number[] = [];
    const ports = (broken: number) => ({
      make: (run: number) => (run === broken ? Promise.reject(new Error('damaged')) : Promise.resolve(run)),
      use: (picture: number) => {
        used.push(picture);
        if (picture === 4) stop.abort(new Error('stopped by hand'));
        return Promise.resolve();
      },
    });
    const runs = [0, 1, 2, 3, 4, 5, 6];
    await expect(printLoop(runs, ports(-1), options(2, stop.signal))).rejects.toThrow('stopped by hand');
    expect(used).toEqual([0, 1, 2, 3, 4]);
    used.length = 0;
    await expect(printLoop(runs, ports(3), options(4))).rejects.toThrow('damaged');
    expect(used).toEqual([0, 1, 2]);
  });
});
