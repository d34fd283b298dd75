/** A name that every system takes for a file or a folder, made from what a person typed. */
export const cleanName = (typed: string): string =>
  typed
    .normalize('NFC')
    .replace(/[\p{Cc}<>:"/\\|?*]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[ .]+|[ .]+$/g, '')
    .slice(0, 120) || 'film';

/** A file name that every system takes; the ending is added where it is missing. */
export function fileName(typed: string, ending: string): string {
  const clean = cleanName(typed);
  const bare = clean.toLowerCase().endsWith(ending) ? clean.slice(0, -ending.length).trim() : clean;
  return `${bare || 'film'}${ending}`;
}
