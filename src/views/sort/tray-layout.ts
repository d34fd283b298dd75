/** Space around and between cards, in pixels. */
const MARGIN = 14;
const GAP = 12;
/** Below this width the caption of a card takes two lines. */
const NARROW = 150;

/** How cards of a size lie in the tray, in pixels. */
export interface TrayLayout {
  readonly margin: number;
  readonly gap: number;
  readonly height: number;
  /** From one row to the next. */
  readonly pitch: number;
  readonly small: boolean;
  readonly columns: (width: number) => number;
}

export function trayLayout(size: number): TrayLayout {
  const small = size < NARROW;
  // Pictures of 4:3 fit whole; others stand within.
  const height = Math.round((size - 14) * 0.75) + (small ? 54 : 36);
  return {
    margin: MARGIN,
    gap: GAP,
    height,
    pitch: height + GAP,
    small,
    columns: (width) => Math.max(1, Math.floor((width - 2 * MARGIN + GAP) / (size + GAP))),
  };
}
