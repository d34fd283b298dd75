import type { Film, PictureFile } from '../../../core/film/film';
import { filesOf } from '../../../core/film/photo-picture';
import { BundleReader } from '../../../core/formats/bundle';
import type { Sound } from '../../../core/film/sound';
import { importSounds } from '../sounds/import-sounds';
import type { ImportProgress } from './import-photos';
import { PhotoThreads } from './photo-threads';

export interface ReadBundleOptions {
  /** File name for messages. */
  readonly name: string;
  readonly newId: () => string;
  /** Called once, as soon as the film is known; photos follow. */
  readonly onFilm: (film: Film) => Promise<void>;
  readonly onProgress: (progress: ImportProgress) => void;
}

/**
 * Reads a `.kermis` file as it streams in: the film first, then its originals, which are kept as they come.
 * The film gets an identity of its own, so that an earlier copy in this browser stays as it is.
 */
export async function readBundleFile(
  stream: ReadableStream<Uint8Array>,
  { name, newId, onFilm, onProgress }: ReadBundleOptions,
): Promise<{ readonly problems: readonly string[] }> {
  const problems: string[] = [];
  const reader = new BundleReader();
  const pieces = stream.getReader();
  let film: Film | undefined;
  // Originals and retouched files by hash; twins share one.
  let files: ReadonlyMap<string, PictureFile> = new Map();
  let sounds: ReadonlyMap<string, Sound> = new Map();
  let threads: PhotoThreads | undefined;
  let done = 0;
  const running = new Set<Promise<void>>();
  const seen = new Set<string>();

  const bringIn = async (hash: string, bytes: Uint8Array<ArrayBuffer>): Promise<void> => {
    const photo = files.get(hash);
    if (!photo || !threads) return;
    const outcome = await threads.bringIn(new File([bytes], photo.name));
    if (!outcome.ok) problems.push(outcome.problem);
    else if (outcome.photo.hash !== hash) problems.push(`${photo.name} was altered within ${name}.`);
    seen.add(hash);
    onProgress({ done: ++done, total: files.size + sounds.size });
  };

  const bringInSound = async (hash: string, bytes: Uint8Array<ArrayBuffer>): Promise<void> => {
    const sound = sounds.get(hash);
    if (!sound) return;
    const { signal } = new AbortController();
    const file = new File([bytes], sound.name, { type: sound.type });
    await importSounds([file], signal, (outcome) => {
      if (!outcome.ok) problems.push(outcome.problem);
      else if (outcome.sound.hash !== hash) problems.push(`${sound.name} was altered within ${name}.`);
    });
    seen.add(hash);
    onProgress({ done: ++done, total: files.size + sounds.size });
  };

  try {
    for (let last = false; !last;) {
      const { value, done: ended } = await pieces.read();
      last = ended;
      for (const part of reader.push(value ?? new Uint8Array(0), ended)) {
        if (part.kind === 'film') {
          if (!part.film.ok) return { problems: [`${name} was not opened. ${part.film.problem}`] };
          film = { ...part.film.value, id: newId() };
          files = filesOf(film.photos);
          sounds = new Map(film.sounds.map((sound) => [sound.hash, sound]));
          threads = new PhotoThreads(files.size);
          await onFilm(film);
          continue;
        }
        const bring = part.kind === 'sound' ? bringInSound : bringIn;
        const work = bring(part.hash, part.bytes).finally(() => running.delete(work));
        running.add(work);
        // No more photos are held in memory than are worked on.
        if (threads && running.size >= threads.size + 1) await Promise.race(running);
      }
    }
    await Promise.all(running);
  } catch {
    problems.push(
      `${name} is damaged or is not a Kermis film. ${film ? 'What could be read of it is kept.' : 'Nothing was changed.'}`,
    );
    return { problems };
  } finally {
    threads?.close();
    await pieces.cancel().catch(() => undefined);
  }
  if (!film) return { problems: [`${name} holds no film. Nothing was changed.`] };
  const missing = [...files.keys(), ...sounds.keys()].filter((hash) => !seen.has(hash)).length;
  if (missing > 0 && problems.length === 0)
    problems.push(`${missing} photos or sounds of ${name} are not in the file.`);
  return { problems };
}
