import { desk, films } from './stores';

/** Keeps which film was open last. Rejects with the browser's error. */
export const keepLastFilm = async (id: string): Promise<void> => {
  await desk.setItem('last-film', id);
};

/** The film that was open last; undefined where there was none. */
export async function readLastFilm(): Promise<string | undefined> {
  const id = await desk.getItem<unknown>('last-film');
  return typeof id === 'string' && (await films.keys()).includes(id) ? id : undefined;
}
