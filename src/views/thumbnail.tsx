import { useEffect, useState } from 'react';
import type { Recipe } from '../core/picture/recipe';
import { PictureUrls } from '../engine/browser/pictures/picture-urls';
import { useMissing } from '../state/document/missing';
import { useShell } from '../state/shell/shell';

// One for the page: addresses are shared by tray, tables, shelf and scene list, and live as long as it does.
const urls = new PictureUrls();

/** Address of a recipe's small picture; undefined until it is there. */
function useThumbnail(recipe: Recipe | undefined): string | undefined {
  // What counts is that it changes: the address is known by then.
  const [, setMade] = useState<string>();
  const known = recipe && urls.known(recipe);
  // Pictures of a film that is just being fetched arrive one by one.
  const arriving = useShell((state) => (known === undefined ? state.incoming?.done : undefined));
  const remade = useMissing((state) => (known === undefined ? state.remade : undefined));
  useEffect(() => {
    if (!recipe || known !== undefined) return undefined;
    return urls.wish(recipe, setMade);
  }, [recipe, known, arriving, remade]);
  return known;
}

/** A recipe's small picture; says nothing to screen readers, for whom its neighbours speak. */
export function Thumbnail({
  recipe,
  className,
}: {
  readonly recipe: Recipe | undefined;
  readonly className?: string | undefined;
}) {
  const url = useThumbnail(recipe);
  return url ? (
    <img src={url} alt="" draggable={false} className={className} />
  ) : (
    <span className={className} />
  );
}
