import { useMemo } from 'react';
import { useTheme } from '../state/shell/theme';

/** Gives the colours of the theme that an element has, by their names. */
export function themeColours(element: Element): (name: string) => string {
  const style = getComputedStyle(element);
  return (name) => style.getPropertyValue(`--${name}`);
}

/**
 * What a drawing is drawn with, read off the page once for each theme: asking the page for colours takes longer than
 * drawing with them. What is given back changes with the theme.
 */
export function useDrawingTheme<T>(read: (element: Element) => T): (element: Element) => T {
  const theme = useTheme();
  return useMemo(() => {
    let known: T | undefined;
    return (element) => (known ??= read(element));
  }, [theme, read]);
}
