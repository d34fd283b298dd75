import { holdEdit } from '../src/core/edits/arrange';
import { NOTHING_DRAWN } from '../src/core/film/drawing';
import { DEFAULT_SETTINGS, NO_SOUND, type Film, type Pose } from '../src/core/film/film';
import { perform, startHistory, undo } from '../src/core/edits/history';
import { poseAt, scheduleOf } from '../src/core/film/schedule';

const filmOf = (poses: number): Film => ({
  id: 'film',
  title: '',
  settings: DEFAULT_SETTINGS,
  photos: [],
  scenes: [
    {
      id: 's',
      name: '',
      items: Array.from({ length: poses }, (_, i): Pose => ({
        id: `p${i}`,
        photoId: 'a',
        hold: 1 + (i % 4),
      })),
    },
  ],
  flags: [],
  range: {},
  ...NO_SOUND,
  ...NOTHING_DRAWN,
});

/** Microseconds that something takes: the middle of several rounds, each of at least 50 ms. */
function microseconds(act: (i: number) => unknown): number {
  const rounds = Array.from({ length: 7 }, () => {
    const start = performance.now();
    let times = 0;
    while (performance.now() - start < 50) act(times++);
    return ((performance.now() - start) * 1000) / times;
  });
  return rounds.sort((a, b) => a - b)[3] as number;
}

/** What an edit, its schedule, and a lookup cost as the film grows, as rows of a table. */
export function timeCosts(): readonly string[] {
  const rows = [100, 1000, 10_000].map((poses) => {
    const film = filmOf(poses);
    const history = startHistory(film);
    const all = film.scenes[0]?.items.map((item) => item.id) ?? [];
    const plan = scheduleOf(film);
    const one = microseconds((i) => perform(history, holdEdit([`p${i % poses}`], 1 + (i % 5))));
    const every = microseconds((i) => perform(history, holdEdit(all, 1 + (i % 5))));
    const done = perform(history, holdEdit(all, 7));
    const back = microseconds(() => undo(done));
    // A fresh value each time: schedules are remembered by film.
    const planned = microseconds(() =>
      scheduleOf({ ...film, scenes: film.scenes.map((scene) => ({ ...scene, items: [...scene.items] })) }),
    );
    const lookup = microseconds((i) => poseAt(plan, (i * 7919) % plan.frames));
    return [poses.toLocaleString('en'), one, every, back, planned, lookup] as const;
  });
  const cell = (value: string | number): string =>
    typeof value === 'string'
      ? value
      : value < 10
        ? value.toFixed(2)
        : Math.round(value).toLocaleString('en');
  return [
    '| poses | hold of one, µs | hold of all, µs | undo of that, µs | schedule, µs | lookup, µs |',
    '| ---: | ---: | ---: | ---: | ---: | ---: |',
    ...rows.map((row) => `| ${row.map(cell).join(' | ')} |`),
  ];
}
