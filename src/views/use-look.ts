import { useMemo } from 'react';
import { useTheme } from '../state/theme';

/** Gives the colours of the theme that an element has, by their names. */
export function themeColours(element: Element): (name: string) => string {
  const style = getComputedStyle(element);
  return (name) => style.getPropertyValue(`--${name}`);
}

/**
 * What a drawing is drawn with, read off the page once for each theme: asking the page for colours takes longer than
 * drawing with them. What is given back changes with the theme.
 */
export function useLook<Look>(read: (element: Element) => Look): (element: Element) => Look {
  const theme = useTheme();
  return useMemo(() => {
    let look: Look | undefined;
    return (element) => (look ??= read(element));
  }, [theme, read]);
}
