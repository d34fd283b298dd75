import { fileName } from '../formats/file-name';

/** What a name is made of. */
export interface NameParts {
  readonly film: string;
  /** Nothing for all of a film. */
  readonly scene: string;
  readonly date: Date;
  readonly width: number;
  readonly height: number;
  readonly counter: number;
}

/** The fields of a pattern and what each is. */
export const NAME_FIELDS = ['film', 'scene', 'date', 'size', 'counter'] as const;

const two = (value: number): string => String(value).padStart(2, '0');

/** The file's name that a pattern gives: fields in braces are filled in, what is left around an empty one goes, and what no system takes is replaced. */
export function patternName(pattern: string, parts: NameParts, ending: string): string {
  const { date } = parts;
  const values: Readonly<Record<(typeof NAME_FIELDS)[number], string>> = {
    film: parts.film,
    scene: parts.scene,
    // ISO 8601, so that names sort by it.
    date: `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`,
    size: `${parts.width}x${parts.height}`,
    counter: two(parts.counter),
  };
  let name = pattern;
  for (const field of NAME_FIELDS) {
    const value = values[field];
    // With an empty field goes what parts it from the one before.
    name =
      value === ''
        ? name.replaceAll(new RegExp(`[\\s,;_–-]*\\{${field}\\}`, 'gi'), '')
        : name.replaceAll(new RegExp(`\\{${field}\\}`, 'gi'), () => value);
  }
  return fileName(name.replace(/^[\s,;_–-]+/, ''), ending);
}

/** A name that is not among some others: with a number behind it where it would be. */
export function unusedName(name: string, taken: ReadonlySet<string>): string {
  if (!taken.has(name)) return name;
  const dot = name.lastIndexOf('.');
  for (let i = 2; ; i++) {
    const other = `${name.slice(0, dot)} ${i}${name.slice(dot)}`;
    if (!taken.has(other)) return other;
  }
}
