import { photosById } from '../../../core/film/film';
import { count } from '../../../core/time/format';
import { findAreas } from '../../../engine/browser/mend/mend-workers';
import { openFilm } from '../../document/document';
import { longJob } from '../../shell/long-job';
import { tell } from '../../shell/shell';
import { transportNow } from '../../transport/transport';
import { layStroke } from './lay-stroke';
import { paintNow, setPaint, SOFTNESS, BRUSH_SIZE } from './paint';
import { notLaid, pairOf } from './photo-pairs';
import { paintTarget, sourcePhoto } from './source-photo';

/** Looks for what the photo on screen shows that its clean plate does not. */
export async function lookForAreas(): Promise<void> {
  const film = openFilm();
  const target = film && paintTarget(film, transportNow().frame);
  if (!target) return;
  const { photo } = target;
  const plate = sourcePhoto(film, target, 'plate');
  if (!plate.ok) return tell(plate.problem);
  const looked = await longJob(
    {
      ...{ label: 'Finding what the plate does not show', noun: 'step', total: 2 },
      kept: 'Nothing was changed.',
    },
    async (signal, onDone) => {
      const pair = await pairOf(photo, plate.value, signal);
      onDone(1);
      const areas = pair.ok && pair.value.isFound && findAreas(photo, plate.value, pair.value, signal);
      return { pair, areas: areas === false ? undefined : await areas };
    },
  );
  if (!looked) return;
  const { pair, areas } = looked;
  if (!pair.ok) return tell(`${photo.name} cannot be compared with its plate. ${pair.problem}`, 'asks');
  if (!areas) return tell(`${notLaid(photo, plate.value)} Choose another plate, or paint by hand.`, 'asks');
  if (!areas.ok) return tell(areas.problem, 'asks');
  if (openFilm()?.id !== film.id || !photosById(film).has(photo.id)) return;
  setPaint({ found: { photoId: photo.id, areas: areas.value } });
  tell(
    areas.value.length === 0
      ? `${photo.name} shows nothing that its plate does not.`
      : `${count(areas.value.length, 'outline')} that the plate does not show. Paint out what should go.`,
  );
}

/** Paints one of the outlines that were found, out of the clean plate. */
export async function takeOutArea(at: number): Promise<void> {
  const { found, source } = paintNow();
  const area = found?.areas[at];
  if (!area) return;
  if (source === 'photo') setPaint({ source: 'plate' });
  const { size, softness } = paintNow();
  const kept = await layStroke({
    shape: 'fill',
    points: area.points.map((each) => Math.round(each * 1e6) / 1e6),
    // It fades no further than a fine brush does: what is beside it stays.
    size: Math.min(size, BRUSH_SIZE.neutral / 2) / 100,
    softness: softness / SOFTNESS.most,
  });
  if (kept)
    setPaint(({ found: now }) => ({
      found: now && { ...now, areas: now.areas.filter((each) => each !== area) },
    }));
}
