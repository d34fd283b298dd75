import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Film, Photo, Pose } from '../film/film';
import { filmsWithCycles, filmOf } from '../film/random-films';
import { poseAt, scheduleOf } from '../film/schedule';
import type { I420 } from '../picture/pixels';
import { recipeKey, type Recipe } from '../picture/recipe';
import { printLoop, type PrintLoopPorts } from './print-loop';
import { planPrint, type PrintPlan } from './print-plan';

const films = filmsWithCycles.filter((film) => scheduleOf(film).frames > 0);

/** A film and a part of it, at least a frame long. */
const parts = films.chain((film) => {
  const { frames } = scheduleOf(film);
  return fc
    .tuple(fc.nat(frames - 1), fc.nat(frames - 1))
    .map(([a, b]) => ({ film, span: { from: Math.min(a, b), to: Math.max(a, b) + 1 } }));
});

const photoAt = (film: Film, frame: number): string | undefined =>
  poseAt(scheduleOf(film), frame)?.pose.photoId;

/** The photo of each frame of a plan, run by run. */
const shown = ({ runs }: PrintPlan): readonly string[] =>
  runs.flatMap(({ name, frames }) => Array.from({ length: frames }, () => name));

/** A picture that carries the name of its photo. */
const pictureOf = (name: string): I420 => ({ name }) as unknown as I420;
const nameOf = (picture: I420): string => (picture as unknown as { name: string }).name;

describe('the plan of a print', () => {
  it('shows at each frame what the schedule names, without a gap, in the whole film and in any part', () => {
    fc.assert(
      fc.property(parts, ({ film, span }) => {
        const plan = planPrint(film, span);
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
    const framesOf = (each: Film): readonly number[] => planPrint(each).runs.map(({ frames }) => frames);
    expect(framesOf(all([a, twin, b], ['a', 'twin', 'b']))).toEqual([4, 2]);
    expect(framesOf(all([a, { ...twin, mends: { light: 1 } }, b], ['a', 'twin', 'b']))).toEqual([2, 2, 2]);
    // Another film with the same photo, size and background has the same picture.
    const [here, there] = [all([a, b], ['a']), { ...all([twin], ['twin']), id: 'other', title: 'Other' }];
    const keyOf = (each: Film): string => recipeKey(planPrint(each).runs[0]?.recipe as Recipe);
    expect(keyOf(there)).toBe(keyOf(here));
    expect(keyOf({ ...here, settings: { ...here.settings, width: 640 } })).not.toBe(keyOf(here));
  });

  it('says which pose shows a photo that the film does not have', () => {
    const film = { ...filmOf([[2, 2]]), photos: [] };
    expect(() => planPrint(film)).toThrow('Pose 0.0 shows a photo that the film does not have.');
  });
});

describe('the loop of a print', () => {
  interface Run {
    readonly written: string[];
    readonly made: string[];
    /** The most pictures that were made and not done with at one time. */
    readonly most: number;
    readonly told: number[];
  }

  const options = (ahead: number, told: number[], signal = new AbortController().signal) => ({
    ahead,
    signal,
    onFrame: (count: number) => told.push(count),
  });

  async function run(film: Film, ahead: number): Promise<Run> {
    const plan = planPrint(film);
    const [written, made, told]: [string[], string[], number[]] = [[], [], []];
    let most = 0;
    const ports: PrintLoopPorts = {
      makeFrame: async ({ name }) => {
        made.push(name);
        const done = plan.runs.filter(({ start, frames }) => start + frames <= written.length).length;
        most = Math.max(most, made.length - done);
        // Later pictures may be ready before earlier ones.
        for (let i = 0; i < made.length % 3; i++) await Promise.resolve();
        return pictureOf(name);
      },
      writeFrame: async (picture, frame) => {
        expect(frame).toBe(written.length);
        written.push(nameOf(picture));
        await Promise.resolve();
      },
    };
    await printLoop(plan, ports, options(ahead, told));
    return { written, made, most, told };
  }

  it('writes every frame once and in order, makes each picture once, and no more ahead than asked', async () => {
    await fc.assert(
      fc.asyncProperty(films, fc.integer({ min: 1, max: 5 }), async (film, ahead) => {
        const plan = planPrint(film);
        const { written, made, most, told } = await run(film, ahead);
        expect(written).toEqual(shown(plan));
        expect(made).toEqual(plan.runs.map(({ name }) => name));
        expect(most).toBeLessThanOrEqual(ahead + 1);
        expect(told).toEqual(written.map((_, i) => i + 1));
      }),
      { numRuns: 60 },
    );
  });

  it('stops between two frames when it is told to, with the reason', async () => {
    const stop = new AbortController();
    const written: number[] = [];
    const ports: PrintLoopPorts = {
      makeFrame: ({ name }) => Promise.resolve(pictureOf(name)),
      writeFrame: (_, frame) => {
        written.push(frame);
        if (frame === 4) stop.abort(new Error('stopped by hand'));
        return Promise.resolve();
      },
    };
    const plan = planPrint(filmOf([[3, 3, 3]]));
    await expect(printLoop(plan, ports, options(2, [], stop.signal))).rejects.toThrow('stopped by hand');
    expect(written).toEqual([0, 1, 2, 3, 4]);
  });

  it('a picture that cannot be made ends the print at its own frame, not before', async () => {
    const written: number[] = [];
    const ports: PrintLoopPorts = {
      makeFrame: ({ name, start }) =>
        start === 6 ? Promise.reject(new Error('damaged')) : Promise.resolve(pictureOf(name)),
      writeFrame: (_, frame) => Promise.resolve(void written.push(frame)),
    };
    await expect(printLoop(planPrint(filmOf([[3, 3, 3, 3]])), ports, options(4, []))).rejects.toThrow(
      'damaged',
    );
    expect(written).toEqual([0, 1, 2, 3, 4, 5]);
  });
});
