import { vi } from 'vitest';
import { handleKey } from './keys';

// Stages have addresses.
vi.stubGlobal('location', { pathname: '/film/film/time' });
vi.stubGlobal('history', { pushState: () => undefined, replaceState: () => undefined });

/** Presses keys one after the other, each as the sheet of keys writes it: `Ctrl Shift C`, `x`, `Alt →`; for tests. */
export function press(...strokes: readonly string[]): void {
  for (const stroke of strokes) {
    const parts = stroke.split(' ');
    const name = parts.at(-1) ?? '';
    const key =
      { '←': 'ArrowLeft', '→': 'ArrowRight', '↑': 'ArrowUp', '↓': 'ArrowDown', Space: ' ' }[name] ?? name;
    handleKey({
      key,
      code: /^\d$/.test(key) ? `Digit${key}` : /^[a-z]$/i.test(key) ? `Key${key.toUpperCase()}` : key,
      ctrlKey: parts.includes('Ctrl'),
      altKey: parts.includes('Alt'),
      shiftKey: parts.includes('Shift'),
      metaKey: false,
      repeat: false,
      defaultPrevented: false,
      target: null,
      preventDefault: () => undefined,
    } as unknown as KeyboardEvent);
  }
}
