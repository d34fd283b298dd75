import { create } from 'zustand';
import type { Film, PictureFile } from '../../core/film/film';
import { lostWords } from '../../core/film/lost-mends';
import { filesOf } from '../../core/film/photo-picture';
import { count } from '../../core/time/format';
import { remakePictures } from '../../engine/browser/photos/remake-pictures';
import { importSounds } from '../../engine/browser/sounds/import-sounds';
import { checkFilm } from '../../engine/browser/store/check-film';
import type { Lost } from '../../engine/browser/store/check-stores';
import { originals } from '../../engine/browser/store/stores';
import { longJob } from '../shell/long-job';
import { sayFault } from '../shell/say-fault';
import { documentNow, openFilm } from './document';
import { shellNow, tell } from '../shell/shell';

interface MissingState {
  /** Hashes of photos without their original, and of sounds that cannot be heard, of the open film. */
  readonly photos: ReadonlySet<string>;
  readonly sounds: ReadonlySet<string>;
  /** How often something was made again, or came back: who shows it asks anew. */
  readonly remade: number;
  /** The film file that the open film was cut off from, and how much of it did not come in. */
  readonly cut: { readonly name: string; readonly missing: number; readonly total: number } | undefined;
}

/** What the open film misses in this browser. */
export const useMissing = create<MissingState>(() => ({
  photos: new Set(),
  sounds: new Set(),
  remade: 0,
  cut: undefined,
}));

/** Says which mends of the open film do nothing, since what they need is no longer in it. */
export function tellLostMends(film: Film): void {
  const words = lostWords(film);
  if (words !== undefined)
    tell(
      `${words}: what they need is no longer in this film. Their poses have a red corner on the strip; mend them anew, or reset them.`,
      'wrong',
    );
}

/** The first names of a list, and how many more there are. */
export function someNames(names: readonly string[]): string {
  const more = names.length > 3 ? ` and ${(names.length - 3).toLocaleString('en')} more` : '';
  return `${names.slice(0, 3).join(', ')}${more}`;
}

const soundNames = (film: Film, hashes: readonly string[]): readonly string[] =>
  film.sounds.flatMap(({ hash, name }) => (hashes.includes(hash) ? [name] : []));

/** Makes small pictures again that are gone, out of their originals. */
async function remakeOf(files: readonly PictureFile[]): Promise<void> {
  const failed = await longJob(
    {
      label: 'Making small pictures again',
      noun: 'picture',
      total: files.length,
      kept: 'The rest is made when the film is opened again.',
    },
    (signal, onDone) => remakePictures(files, signal, onDone),
  );
  useMissing.setState(({ remade }) => ({ remade: remade + 1 }));
  const made = files.length - (failed?.length ?? files.length);
  if (made > 0)
    tell(
      `The small pictures of ${count(made, 'photo')} were gone from this browser; they were made again.`,
      'done',
    );
  if (failed && failed.length > 0)
    tell(`No small picture could be made of ${someNames(failed.map(({ name }) => name))}.`, 'wrong');
}

/** Reads sounds again whose samples are gone, out of their files; gives those that could not be. */
async function rereadSounds(film: Film, hashes: readonly string[]): Promise<readonly string[]> {
  const again: string[] = [];
  const sounds = film.sounds.filter(({ hash }) => hashes.includes(hash));
  await longJob(
    {
      label: 'Reading sounds again',
      noun: 'sound',
      total: sounds.length,
      kept: 'The rest is read when the film is opened again.',
    },
    async (signal, onDone) => {
      for (const [done, { hash, name, type }] of sounds.entries()) {
        onDone(done);
        const file = await originals.getItem<Blob>(hash);
        if (!file) continue;
        await importSounds([new File([file], name, { type })], signal, (outcome) => {
          if (outcome.ok) again.push(hash);
        });
        signal.throwIfAborted();
      }
    },
  );
  if (again.length > 0) {
    useMissing.setState(({ remade }) => ({ remade: remade + 1 }));
    tell(
      `${someNames(soundNames(film, again))} had to be read again: the samples were gone from this browser.`,
      'done',
    );
  }
  return hashes.filter((hash) => !again.includes(hash));
}

const isOrAre = (list: readonly unknown[]): string => (list.length === 1 ? 'is' : 'are');

/** Says which photos have lost their originals, with what to do. */
function tellLostPhotos(film: Film, photos: readonly string[]): void {
  if (photos.length === 0) return;
  const pictures = filesOf(film.photos);
  const names = someNames(photos.map((hash) => pictures.get(hash)?.name ?? hash));
  const [photo, it] = photos.length === 1 ? ['photo', 'it'] : ['photos', 'they'];
  tell(
    `${count(photos.length, 'original')} ${isOrAre(photos)} gone from this browser (${names}). ` +
      `Add the same ${photo} again; until then ${it} cannot be printed.`,
    'wrong',
  );
}

/** Says which sounds cannot be heard any more, and which have lost their files. */
function tellLostSounds(film: Film, silent: readonly string[], files: readonly string[]): void {
  if (silent.length > 0)
    tell(
      `${someNames(soundNames(film, silent))} ${isOrAre(silent)} gone and silent. Add the same ${silent.length === 1 ? 'file' : 'files'} again.`,
      'wrong',
    );
  const heard = files.filter((hash) => !silent.includes(hash));
  if (heard.length > 0)
    tell(
      `${someNames(soundNames(film, heard))} can be heard, but ${heard.length === 1 ? 'its file is gone: it' : 'their files are gone: they'} cannot be saved with the film. Add the same ${heard.length === 1 ? 'file' : 'files'} again.`,
      'wrong',
    );
}

/** What of a film is gone from the stores; undefined where they cannot be looked through, which is said. */
const lostOf = (film: Film): Promise<Lost | undefined> =>
  checkFilm(film)
    .catch(sayFault)
    .catch((): undefined => undefined);

/**
 * Looks whether all that the open film needs is in this browser: what can be made again is, and what cannot is marked and
 * said, unless it is asked `quietly`.
 */
export async function checkStores(filmId: string, quietly = false): Promise<void> {
  const film = openFilm();
  if (film?.id !== filmId) return;
  const lost = await lostOf(film);
  if (!lost || openFilm()?.id !== filmId) return;
  useMissing.setState({ photos: new Set(lost.photos), sounds: new Set(lost.samples) });
  // Another tab that writes the film does it.
  if (quietly || !documentNow().canWrite || shellNow().incoming) return;
  tellLostPhotos(film, lost.photos);
  const files = filesOf(film.photos);
  const pictures = lost.pictures.flatMap((hash) => files.get(hash) ?? []);
  if (pictures.length > 0) await remakeOf(pictures);
  const silent = lost.samples.length > 0 ? await rereadSounds(film, lost.samples) : [];
  if (openFilm()?.id !== filmId) return;
  useMissing.setState({ sounds: new Set(silent) });
  tellLostSounds(film, silent, lost.soundFiles);
}

/** Looks again, where something was missing: files have come in. */
export async function checkAgain(): Promise<void> {
  const film = openFilm();
  const { photos, sounds } = useMissing.getState();
  if (!film || photos.size + sounds.size === 0) return;
  const lost = await lostOf(film);
  if (!lost || openFilm()?.id !== film.id) return;
  const back = photos.size + sounds.size - lost.photos.length - lost.samples.length;
  useMissing.setState(({ remade }) => ({
    photos: new Set(lost.photos),
    sounds: new Set(lost.samples),
    remade: remade + 1,
  }));
  if (back <= 0) return;
  const left = lost.photos.length + lost.samples.length;
  tell(
    `${count(back, 'file')} that ${back === 1 ? 'was' : 'were'} missing ${back === 1 ? 'is' : 'are'} back.${left > 0 ? ` ${left} are still missing.` : ''}`,
    left > 0 ? 'asks' : 'done',
  );
}

/** Why a part of the film cannot be printed: what it needs and is not here; undefined where all is. */
export async function missingForPrint(
  film: Film,
  needed: { readonly photos: ReadonlySet<string>; readonly sounds: ReadonlySet<string> },
): Promise<string | undefined> {
  const lost = await checkFilm(film);
  const files = filesOf(film.photos);
  const photos = lost.photos.filter((hash) => needed.photos.has(hash));
  const sounds = lost.samples.filter((hash) => needed.sounds.has(hash));
  if (photos.length + sounds.length === 0) return undefined;
  const names = someNames([
    ...photos.map((hash) => files.get(hash)?.name ?? hash),
    ...soundNames(film, sounds),
  ]);
  return `Not printed: ${names} ${photos.length + sounds.length === 1 ? 'is' : 'are'} missing in this browser. Add the same files again, then print.`;
}
