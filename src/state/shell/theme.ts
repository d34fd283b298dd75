import { create } from 'zustand';
import { desk } from '../../engine/browser/store/stores';

export type Theme = 'day' | 'dim';

const useStore = create<{ theme: Theme }>(() => ({ theme: 'day' }));

/** The theme that is shown. */
export const useTheme = (): Theme => useStore((state) => state.theme);

const wear = (theme: Theme): void => {
  document.documentElement.dataset['theme'] = theme;
  useStore.setState({ theme });
};

/** Puts on the colours chosen last. */
export async function restoreTheme(): Promise<void> {
  const kept = await desk.getItem<unknown>('theme').catch(() => null);
  wear(kept === 'dim' ? 'dim' : 'day');
}

/** Shows the other theme, and keeps that. */
export function switchTheme(): void {
  const theme = useStore.getState().theme === 'dim' ? 'day' : 'dim';
  wear(theme);
  // A theme that is not remembered does no harm.
  desk.setItem('theme', theme).catch(() => undefined);
}
