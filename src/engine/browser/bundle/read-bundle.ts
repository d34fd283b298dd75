import type { Film, PictureFile } from '../../../core/film/film';
import { filesOf } from '../../../core/film/photo-picture';
import { BundleReader, type BundlePart } from '../../../core/formats/bundle';
import type { OpenedFilm } from '../../../core/formats/mend-document';
import type { Sound } from '../../../core/film/sound';
import { count } from '../../../core/time/format';
import { importSounds } from '../sounds/import-sounds';
import type { ImportProgress } from '../photos/import-photos';
import { openDocument } from '../store/open-document';
import { PhotoThreads } from '../photos/photo-threads';
import { isTold, ToldError } from '../../../core/time/told-error';

export interface ReadBundleOptions {
  /** File name for messages. */
  readonly name: string;
  readonly signal: AbortSignal;
  /**
   * Called once, as soon as the film is known. Gives the hashes of the files that are wanted of it; undefined where the
   * file is not wanted at all.
   */
  readonly onFilm: (opened: OpenedFilm) => Promise<ReadonlySet<string> | undefined>;
  readonly onProgress: (progress: ImportProgress) => void;
}

/** What became of a `.kermis` file. */
export interface ReadBundle {
  /** Sentences about single files, and about the whole. */
  readonly problems: readonly string[];
  /** Files that were wanted and did not come in. */
  readonly missing: number;
  /** Why it ended before its end. */
  readonly ended?: 'unwanted' | 'stopped' | 'full' | 'damaged' | undefined;
}

/**
 * Reads a `.kermis` file as it streams in: the film first, then its originals, which are kept as they come. Never throws; what
 * is wrong with the file comes back in sentences.
 */
export async function readBundleFile(
  stream: ReadableStream<Uint8Array>,
  { name, signal, onFilm, onProgress }: ReadBundleOptions,
): Promise<ReadBundle> {
  const problems: string[] = [];
  const reader = new BundleReader();
  const pieces = stream.getReader();
  let film: Film | undefined;
  let wanted: ReadonlySet<string> = new Set();
  // Originals and retouched files by hash; twins share one.
  let files: ReadonlyMap<string, PictureFile> = new Map();
  let sounds: ReadonlyMap<string, Sound> = new Map();
  let threads: PhotoThreads | undefined;
  const room = { full: false };
  const running = new Set<Promise<void>>();
  const seen = new Set<string>();

  const altered = (file: string): void =>
    void problems.push(`${file} was altered within ${name}. It was left out.`);

  const bringIn = async (hash: string, bytes: Uint8Array<ArrayBuffer>): Promise<void> => {
    const photo = files.get(hash);
    if (!photo || !threads) return;
    const outcome = await threads.bringIn(new File([bytes], photo.name), { signal, expected: hash });
    if (!outcome) return;
    if (outcome.ok) seen.add(hash);
    else if (outcome.altered) altered(photo.name);
    else if (outcome.full) room.full = true;
    else problems.push(outcome.problem);
  };

  const bringInSound = async (hash: string, bytes: Uint8Array<ArrayBuffer>): Promise<void> => {
    const sound = sounds.get(hash);
    if (!sound) return;
    const file = new File([bytes], sound.name, { type: sound.type });
    await importSounds([file], signal, (outcome) => {
      if (!outcome.ok) {
        if (outcome.full) room.full = true;
        else problems.push(outcome.problem);
      } else if (outcome.sound.hash === hash) seen.add(hash);
      else altered(sound.name);
    });
  };

  const take = async (part: BundlePart): Promise<'unwanted' | undefined> => {
    if (part.kind === 'document') {
      const opened = part.document.ok ? await openDocument(part.document.value) : part.document;
      if (!opened.ok) throw new ToldError(opened.problem);
      film = opened.value.film;
      reader.expect(film);
      const asked = await onFilm(opened.value);
      if (!asked) return 'unwanted';
      wanted = asked;
      files = filesOf(film.photos);
      sounds = new Map(film.sounds.map((sound) => [sound.hash, sound]));
      threads = new PhotoThreads(files.size);
      onProgress({ done: 0, total: wanted.size });
      return undefined;
    }
    if (!wanted.has(part.hash)) return undefined;
    const bring = part.kind === 'sound' ? bringInSound : bringIn;
    const work = bring(part.hash, part.bytes).finally(() => {
      running.delete(work);
      if (!signal.aborted) onProgress({ done: seen.size, total: wanted.size });
    });
    running.add(work);
    // No more photos are held in memory than are worked on.
    if (threads && running.size >= threads.size + 1) await Promise.race(running);
    return undefined;
  };

  const missing = (): number => [...wanted].filter((hash) => !seen.has(hash)).length;
  try {
    for (let last = false; !last;) {
      const { value, done: ended } = await pieces.read();
      last = ended;
      for (const part of reader.push(value ?? new Uint8Array(0), ended)) {
        if ((await take(part)) === 'unwanted') return { problems: [], missing: 0, ended: 'unwanted' };
        if (signal.aborted || room.full) break;
      }
      if (signal.aborted || room.full) break;
    }
    await Promise.all(running);
    if (signal.aborted) return { problems, missing: missing(), ended: 'stopped' };
    if (room.full) return { problems, missing: missing(), ended: 'full' };
  } catch (error) {
    await Promise.all(running);
    if (!film) {
      const why = isTold(error) ? error.message : 'It is damaged or is not a Kermis film.';
      problems.push(`${name} could not be opened. ${why} Nothing was changed.`);
    }
    return { problems, missing: missing(), ended: 'damaged' };
  } finally {
    threads?.close();
    await pieces.cancel().catch(() => undefined);
  }
  if (!film)
    return { problems: [`${name} holds no film. Nothing was changed.`], missing: 0, ended: 'damaged' };
  const gone = missing();
  if (gone > 0 && problems.length === 0)
    problems.push(
      `${count(gone, 'photo or sound', 'photos or sounds')} of ${name} are not in the file, or are damaged in it.`,
    );
  return { problems, missing: gone };
}
