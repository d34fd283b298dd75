import { useSyncExternalStore } from 'react';

let loaded = 0;

function subscribe(onChange: () => void): () => void {
  const heard = (): void => {
    loaded++;
    onChange();
  };
  document.fonts.addEventListener('loadingdone', heard);
  return () => document.fonts.removeEventListener('loadingdone', heard);
}

/** Another number each time type has been loaded: what was measured before has other widths now. */
export const useFontsLoaded = (): number => useSyncExternalStore(subscribe, () => loaded);
