import { expose } from 'comlink';
import type { Film } from '../../../core/film/film';
import { fileOf } from '../../../core/film/photo-picture';
import type { Recipe } from '../../../core/picture/recipe';
import type { WrittenFile } from '../../../core/film/retouch/written-names';
import { originals } from '../store/stores';
import { readStored } from '../store/film-repository';
import { filmFiles, storedFiles } from '../bundle/film-file';
import { filmPicture, recipePng } from './film-picture';
import { zipFile, type OutFile } from '../bundle/zip-file';
import { ToldError } from '../../../core/time/told-error';

async function readOriginal(hash: string, name: string): Promise<Blob> {
  const original = await originals.getItem<Blob>(hash);
  if (!original) throw new ToldError(`The original of ${name} is missing in this browser.`);
  return original;
}

const outFiles = (written: readonly WrittenFile[], film: Film): OutFile[] =>
  written.map(({ photo, out, fileName }) => ({
    name: fileName,
    read: () => {
      const { hash, name } = fileOf(photo);
      return out.form === 'film' ? filmPicture(film, photo) : readOriginal(hash, name);
    },
  }));

/** A text, and the name of its file. */
export interface TextFile {
  readonly name: string;
  readonly text: string;
}

const worker = {
  /** A film with all its files as a `.kermis` file. */
  filmZip: (film: Film, onFile: (done: number) => void): Promise<Blob> =>
    zipFile(filmFiles(film, readOriginal), onFile),

  /** What is stored of a film that cannot be read, with the files that it names, as a `.kermis` file. */
  storedZip: async (id: string): Promise<Blob> =>
    zipFile(await storedFiles(await readStored(id), (hash) => originals.getItem<Blob>(hash))),

  /** A recipe's picture, at the film's size, as PNG. */
  framePng: (recipe: Recipe, name: string): Promise<Blob> => recipePng(recipe, name),

  /** Texts as files of one archive. */
  textsZip: (files: readonly TextFile[]): Promise<Blob> =>
    zipFile(files.map(({ name, text }) => ({ name, read: () => Promise.resolve(new Blob([text])) }))),

  /** Photos for retouching as one archive. */
  photosZip: (written: readonly WrittenFile[], film: Film, onFile: (done: number) => void): Promise<Blob> =>
    zipFile(outFiles(written, film), onFile),

  /** Photos for retouching as files of a folder. */
  async photosInto(
    folder: FileSystemDirectoryHandle,
    written: readonly WrittenFile[],
    film: Film,
    onFile: (done: number) => void,
  ): Promise<void> {
    for (const [i, file] of outFiles(written, film).entries()) {
      const handle = await folder.getFileHandle(file.name, { create: true });
      const stream = await handle.createWritable();
      // Closes the stream at the end; a file that fails half-way is not left in the folder.
      await (await file.read()).stream().pipeTo(stream);
      onFile(i + 1);
    }
  },
};

/** What the page asks of the worker that writes files. */
export type OutWorker = typeof worker;

expose(worker);
