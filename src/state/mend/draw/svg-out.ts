import { drawingsById } from '../../../core/film/drawn-of';
import { photosById, type Film, type Pose } from '../../../core/film/film';
import { scheduleOf } from '../../../core/film/schedule';
import { cleanName, fileName } from '../../../core/formats/file-name';
import { poseSvg } from '../../../core/formats/svg/pose-svg';
import { count } from '../../../core/time/format';
import { writeTextsZip } from '../../../engine/browser/out/write-out';
import { openFilm } from '../../document/document';
import { targetPoses } from '../../document/edit-film';
import { handOver } from '../../shell/hand-over';
import { tell } from '../../shell/shell';
import { inTurn } from '../paint/lay-stroke';

interface SvgFile {
  readonly name: string;
  readonly text: string;
}

/** Poses that something is drawn for, each with its number in the film. */
function drawnPoses(film: Film): readonly { readonly pose: Pose; readonly number: number }[] {
  const drawings = drawingsById(film);
  return scheduleOf(film).poses.flatMap(({ pose }, i) =>
    pose.drawings?.some((id) => (drawings.get(id)?.marks.length ?? 0) > 0) ? [{ pose, number: i + 1 }] : [],
  );
}

/** The file of a pose: its number and the name of its photo. */
function fileOf(film: Film, pose: Pose, number: number): SvgFile {
  const photo =
    photosById(film)
      .get(pose.photoId)
      ?.name.replace(/\.[^.]*$/, '') ?? '';
  const stem = cleanName(`${String(number).padStart(4, '0')} ${photo}`);
  return { name: fileName(stem, '.svg'), text: poseSvg(film, pose, `${film.title}, pose ${number}`) };
}

/** Saves what is drawn for the chosen poses, or the one on screen, or for all of the film: an SVG file a pose, several as one ZIP file. */
export async function saveSvg(of: 'chosen' | 'film'): Promise<void> {
  const film = openFilm();
  if (!film) return;
  const meant = new Set(of === 'chosen' ? targetPoses() : scheduleOf(film).poses.map(({ pose }) => pose.id));
  const files = drawnPoses(film)
    .filter(({ pose }) => meant.has(pose.id))
    .map(({ pose, number }) => fileOf(film, pose, number));
  const [first] = files;
  if (!first) return tell('Nothing is drawn there yet that could be saved.');
  if (files.length === 1) handOver(new Blob([first.text], { type: 'image/svg+xml' }), first.name);
  else {
    // A worker that breaks is told.
    const zip = await inTurn(() => writeTextsZip(files));
    if (!zip) return;
    handOver(zip, fileName(`${cleanName(film.title)} drawings`, '.zip'));
  }
  tell(
    `What is drawn for ${count(files.length, 'pose')} is saved. Files that come back find their poses by themselves.`,
    'done',
  );
}
