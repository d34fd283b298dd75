import { useEffect, useState } from 'react';
import type { Photo } from '../core/film/film';
import { ThumbnailUrls } from '../engine/browser/play/thumbnail-urls';
import { useWorkbench } from '../state/workbench';

// One for the page: addresses are shared by strip, tray and scene list, and live as long as it does.
const urls = new ThumbnailUrls();

/** Address of a photo's small picture; undefined until it is there. */
export function useThumbnail(hash: string | undefined): string | undefined {
  const [url, setUrl] = useState<{ hash: string; url: string }>();
  // Pictures of a film that is just being fetched arrive one by one.
  const arriving = useWorkbench((state) => (url?.hash === hash ? undefined : state.incoming?.done));
  useEffect(() => {
    if (hash === undefined) return undefined;
    let gone = false;
    void urls.get(hash).then((made) => {
      if (!gone && made) setUrl({ hash, url: made });
    });
    return () => {
      gone = true;
    };
  }, [hash, arriving]);
  return url?.hash === hash ? url?.url : undefined;
}

/** A photo's small picture; says nothing to screen readers, for whom its neighbours speak. */
export function Thumbnail({
  photo,
  className,
}: {
  readonly photo: Photo | undefined;
  readonly className?: string | undefined;
}) {
  const url = useThumbnail(photo?.hash);
  return url ? (
    <img src={url} alt="" draggable={false} className={className} />
  ) : (
    <span className={className} />
  );
}
