import ArchiveRestore from 'lucide-react/icons/archive-arrow-up';
import Brush from 'lucide-react/icons/brush';
import Send from 'lucide-react/icons/send';
import TriangleAlert from 'lucide-react/icons/triangle-exclamation-point';
import { memo } from 'react';
import type { Photo } from '../../core/film/film';
import { formatNotice, type RowNotice } from '../../core/film/intake/notices';
import type { ScheduledPose } from '../../core/film/schedule';
import type { Recipe } from '../../core/picture/recipe';
import { useMissing } from '../../state/document/missing';
import { Thumbnail } from '../thumbnail';
import styles from './tray.module.css';

interface PhotoCardProps {
  readonly photo: Photo;
  readonly recipe: Recipe;
  readonly uses: readonly ScheduledPose[] | undefined;
  readonly notices: readonly RowNotice[] | undefined;
  readonly fresh: boolean;
  readonly chosen: boolean;
  readonly active: boolean;
  /** Place among the photos shown, from 0, and how many there are. */
  readonly index: number;
  readonly total: number;
}

export const cardId = (photoId: string): string => `photo-${photoId}`;

/** Where a photo is used, in few words. */
function usedWords(photo: Photo, uses: readonly ScheduledPose[] | undefined): string {
  const [first, ...others] = uses ?? [];
  if (!first) return photo.setAside ? 'set aside' : 'not used';
  return others.length === 0 ? `pose ${first.index + 1}` : `pose ${first.index + 1} + ${others.length}`;
}

/** One photo of the tray. */
export const PhotoCard = memo(function PhotoCard(props: PhotoCardProps) {
  const { photo, recipe, uses, notices, fresh, chosen, active, index, total } = props;
  const used = usedWords(photo, uses);
  const missing = useMissing(
    (state) => state.photos.has(photo.hash) || (photo.retouched && state.photos.has(photo.retouched.hash)),
  );
  const words = [missing && 'its original is gone from this browser', ...(notices?.map(formatNotice) ?? [])];
  const noticed = words.filter(Boolean).join('; ');
  const told = [
    // What is written on the card comes first and as it stands there.
    `${photo.name} ${used}${fresh ? ' new' : ''}`,
    photo.retouched && 'retouched',
    photo.writtenOut && 'saved out',
    noticed,
  ].filter(Boolean);
  const classes = [
    styles.card,
    chosen && styles.chosen,
    active && styles.active,
    photo.setAside && styles.aside,
  ];
  return (
    <div
      id={cardId(photo.id)}
      role="option"
      aria-selected={chosen}
      aria-posinset={index + 1}
      aria-setsize={total}
      aria-label={told.join(', ')}
      data-tip={told.join('\n')}
      data-photo={photo.id}
      // Dragging begins on what is chosen; elsewhere it draws a box.
      draggable={chosen}
      className={classes.filter(Boolean).join(' ')}
    >
      <Thumbnail recipe={recipe} className={styles.thumb} />
      <span className={styles.caption} aria-hidden>
        <bdi className={styles.name}>{photo.name}</bdi> <span className={styles.used}>{used}</span>
      </span>
      <span className={styles.badges} aria-hidden>
        {fresh && <b>new</b>}
        {noticed && <TriangleAlert size={15} />}
        {photo.retouched && <Brush size={15} />}
        {photo.writtenOut && <Send size={15} />}
        {photo.setAside && <ArchiveRestore size={15} />}
      </span>
    </div>
  );
});
