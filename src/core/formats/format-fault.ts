import type Joi from 'joi';

/** What lies in the lists of a document, one of each. */
const ONE: Readonly<Record<string, string>> = {
  photos: 'photo',
  scenes: 'scene',
  items: 'pose or cycle',
  flags: 'flag',
  sounds: 'sound',
  lanes: 'lane',
  cues: 'cue',
  words: 'word',
  steps: 'tempo',
};

/** The most parts of a deep path that are named, from the inside; then only the outermost. */
const MAX_WORDS = 3;

/** `width of photo 4`: where in a document something lies, from the inside out. */
function placeWords(path: readonly (string | number)[]): string {
  const words: string[] = [];
  for (let i = 0; i < path.length; i++) {
    const [key, index] = [path[i] as string | number, path[i + 1]];
    if (key === 'film') continue;
    if (typeof index === 'number') {
      words.unshift(`${ONE[key] ?? key} ${index + 1}`);
      i++;
    } else words.unshift(String(key).slice(0, 40));
  }
  const told = words.length > MAX_WORDS + 1 ? [...words.slice(0, MAX_WORDS), '…', ...words.slice(-1)] : words;
  return told.join(' of ');
}

const limitOf = ({ context }: Joi.ValidationErrorItem): string => {
  const limit: unknown = context?.['limit'];
  return typeof limit === 'number' ? limit.toLocaleString('en') : 'can be';
};

function whyWords(detail: Joi.ValidationErrorItem): string {
  switch (detail.type) {
    case 'any.required':
      return 'is missing';
    case 'object.unknown':
      return 'is not known';
    case 'array.unique':
      return 'is there twice';
    case 'string.max':
      return `is longer than ${limitOf(detail)} letters`;
    case 'array.max':
      return `are more than ${limitOf(detail)}`;
    case 'array.min':
      return 'are none';
    case 'number.max':
      return `is more than ${limitOf(detail)}`;
    case 'number.min':
      return `is less than ${limitOf(detail)}`;
    default:
      return 'is not what it should be';
  }
}

/**
 * What is wrong with a value, as a part of a sentence: `width of photo 4 is more than 100,000`. `whole` is what the value
 * itself is called.
 */
export function formatFault(detail: Joi.ValidationErrorItem, whole = ''): string {
  const place = [placeWords(detail.path), whole].filter(Boolean).join(' of ') || 'the whole';
  return `${place} ${whyWords(detail)}`;
}
