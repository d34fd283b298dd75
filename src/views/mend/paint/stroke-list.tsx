import { photosById, type Film } from '../../../core/film/film';
import type { Stroke } from '../../../core/film/stroke';
import { chooseStrokes, setPaint, SOFTNESS, usePaint } from '../../../state/mend/paint/paint';
import styles from './paint.module.css';

/** So many of the latest strokes are listed; all can be chosen on the picture. */
const MOST_LISTED = 100;

const SHAPE_WORDS = { brush: 'brush', fill: 'outline', keep: 'subject kept' } as const;

/** A stroke in a few words. */
function strokeWords(film: Film, { from, shape }: Stroke): string {
  const how = SHAPE_WORDS[shape];
  if (from.kind === 'photo') return `Restored, ${how}`;
  if (from.kind === 'around') return `From around it, ${how}`;
  const other = photosById(film).get(from.photoId);
  if (!other) return `Its photo is not in the film, ${how}`;
  return `${from.kind === 'plate' ? 'Plate' : other.name}, ${how}`;
}

/** The strokes of a photo, the latest first, to be chosen. */
export function StrokeList({ film, strokes }: { readonly film: Film; readonly strokes: readonly Stroke[] }) {
  const chosen = usePaint((state) => state.chosen);
  const choose = (stroke: Stroke, also: boolean): void => {
    const { id, size, softness } = stroke;
    const others = also ? [...chosen] : [];
    chooseStrokes(chosen.has(id) ? others.filter((each) => each !== id) : [...others, id]);
    setPaint({ choosing: true, size: size * 100, softness: Math.round(softness * SOFTNESS.most) });
  };
  return (
    <ol className={styles.list} aria-label="Strokes, the latest first">
      {strokes
        .toReversed()
        .slice(0, MOST_LISTED)
        .map((stroke, i) => (
          <li key={stroke.id}>
            <button
              type="button"
              aria-pressed={chosen.has(stroke.id)}
              onClick={(event) => choose(stroke, event.shiftKey || event.ctrlKey || event.metaKey)}
            >
              {strokeWords(film, stroke)} <span>{strokes.length - i}</span>
            </button>
          </li>
        ))}
      {strokes.length > MOST_LISTED && <li>and {strokes.length - MOST_LISTED} older ones</li>}
    </ol>
  );
}
