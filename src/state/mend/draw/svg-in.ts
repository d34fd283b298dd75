import type { ArrivedDrawing } from '../../../core/edits/svg-edits';
import { arrivedEdit } from '../../../core/edits/svg-edits';
import { whyUnreadable } from '../../../core/formats/check-film';
import { applyEdit } from '../../../core/edits/apply-edit';
import type { Film, Pose } from '../../../core/film/film';
import { scheduleOf } from '../../../core/film/schedule';
import { poseAt } from '../../../core/film/schedule';
import { changedLayers } from '../../../core/formats/svg/pose-svg';
import type { ReadDrawing } from '../../../core/formats/svg/read-svg';
import { count } from '../../../core/time/format';
import { readDrawing } from '../../../engine/browser/drawings/draw-workers';
import { newId } from '../../../engine/browser/new-id';
import { openFilm } from '../../document/document';
import { edit, mayWrite } from '../../document/edit-film';
import { longJob } from '../../shell/long-job';
import { tell } from '../../shell/shell';
import { transportNow } from '../../transport/transport';
import { activeLayer } from './drawn-pose';
import { setDraw } from './draw';

/** The pose that a file is for: the one it went out of, else that of the number its name begins with; one file alone is for the pose on screen. */
function poseFor(film: Film, read: ReadDrawing, name: string, isAlone: boolean): Pose | undefined {
  const plan = scheduleOf(film);
  const own = read.poseId === undefined ? undefined : plan.firsts.get(read.poseId)?.pose;
  if (own) return own;
  const number = /^0*(\d{1,6})\D/.exec(name)?.[1];
  const numbered = number === undefined ? undefined : plan.poses[Number(number) - 1]?.pose;
  return numbered ?? (isAlone ? poseAt(plan, transportNow().frame)?.pose : undefined);
}

const MOST_NAMED = 3;

/** What was left out, in a sentence; the first few by name. */
function leftOutWords(left: readonly string[]): string {
  if (left.length === 0) return '';
  const more = left.length > MOST_NAMED ? `; and ${left.length - MOST_NAMED} more` : '';
  return ` Left out: ${left.slice(0, MOST_NAMED).join('; ')}${more}.`;
}

/** Brings drawings in from SVG files, one a pose: each in the place of what is drawn on its layers, as one edit. */
export async function bringSvgIn(files: readonly File[]): Promise<void> {
  const film = openFilm();
  if (!film) return tell('Open a film first: drawings come to its poses.');
  if (files.length === 0 || !mayWrite()) return;
  const left: string[] = [];
  let same = 0;
  const arrived = await longJob(
    {
      ...{ label: 'Adding drawings', noun: 'file', total: files.length },
      kept: 'Nothing was added.',
    },
    async (signal, onDone) => {
      const came: ArrivedDrawing[] = [];
      for (const [i, file] of files.entries()) {
        const read = await readDrawing(file, film.settings, signal);
        onDone(i + 1);
        if (!read.ok) {
          left.push(`${file.name}, as ${read.problem}`);
          continue;
        }
        const pose = poseFor(film, read.value, file.name, files.length === 1);
        if (!pose) {
          left.push(`${file.name}: no pose fits its name`);
          continue;
        }
        if (read.value.leftOut.length > 0) left.push(`${read.value.leftOut.join(', ')} in ${file.name}`);
        const layers = changedLayers(film, pose, read.value);
        if (layers.length > 0) came.push({ poseId: pose.id, layers });
        else if (read.value.layers.length > 0) same++;
        else left.push(`${file.name}: nothing in it can be drawn`);
      }
      return came;
    },
  );
  if (!arrived || openFilm()?.id !== film.id) return;
  const there = same > 0 ? ` ${count(same, 'file')} ${same === 1 ? 'is' : 'are'} as drawn here already.` : '';
  if (arrived.length === 0)
    return tell(`No drawing was added.${there}${leftOutWords(left)}`, left.length > 0 ? 'asks' : 'done');
  const now = openFilm() ?? film;
  const layerId = activeLayer(now)?.id ?? newId();
  const change = arrivedEdit(now, arrived, layerId, newId);
  const why = whyUnreadable(applyEdit(now, change));
  if (why !== undefined)
    return tell(`The drawings are more than a film can hold: ${why}. Nothing was changed.`, 'wrong');
  edit(change);
  setDraw({ layerId });
  tell(
    `Drawings of ${count(arrived.length, 'pose')} added.${there}${leftOutWords(left)}`,
    left.length > 0 ? 'asks' : 'done',
  );
}
