/** A file name that every system takes, made from what a person typed; the ending is added where it is missing. */
export function fileName(typed: string, ending: string): string {
  const clean = typed
    .normalize('NFC')
    .replace(/[\p{Cc}<>:"/\\|?*]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[ .]+|[ .]+$/g, '')
    .slice(0, 120);
  const bare = clean.toLowerCase().endsWith(ending) ? clean.slice(0, -ending.length).trim() : clean;
  return `${bare || 'film'}${ending}`;
}
