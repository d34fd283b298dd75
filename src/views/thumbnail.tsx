import { useEffect, useState } from 'react';
import type { Photo } from '../core/film/film';
import { fileOf, turnOf } from '../core/film/photo-picture';
import type { Orientation } from '../core/picture/orientation';
import { ThumbnailUrls } from '../engine/browser/play/thumbnail-urls';
import { useMissing } from '../state/missing';
import { useWorkbench } from '../state/workbench';

// One for the page: addresses are shared by strip, tray and scene list, and live as long as it does.
const urls = new ThumbnailUrls();

/** Address of a small picture, turned as asked; undefined until it is there. */
function useThumbnail(hash: string | undefined, turn: Orientation): string | undefined {
  // What counts is that it changes: the address is known by then.
  const [, setMade] = useState<string>();
  const known = hash === undefined ? undefined : urls.known(hash, turn);
  // Pictures of a film that is just being fetched arrive one by one.
  const arriving = useWorkbench((state) => (known === undefined ? state.incoming?.done : undefined));
  const remade = useMissing((state) => (known === undefined ? state.remade : undefined));
  useEffect(() => {
    if (hash === undefined || known !== undefined) return undefined;
    return urls.wish(hash, turn, setMade);
  }, [hash, turn, known, arriving, remade]);
  return known;
}

/** A photo's small picture, as the film shows it; says nothing to screen readers, for whom its neighbours speak. */
export function Thumbnail({
  photo,
  className,
}: {
  readonly photo: Photo | undefined;
  readonly className?: string | undefined;
}) {
  const url = useThumbnail(photo && fileOf(photo).hash, photo ? turnOf(photo) : 1);
  return url ? (
    <img src={url} alt="" draggable={false} className={className} />
  ) : (
    <span className={className} />
  );
}
