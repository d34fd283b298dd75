import { create } from 'zustand';

/** What can stand beside the live picture. */
export const SHOOT_PANELS = ['camera', 'see', 'heard', 'folder'] as const;
export type ShootPanel = (typeof SHOOT_PANELS)[number];

const usePanel = create<{ readonly panel: ShootPanel }>(() => ({ panel: 'camera' }));

/** What stands beside the live picture. */
export const useShootPanel = (): ShootPanel => usePanel((state) => state.panel);

/** Puts a panel beside it. */
export const setShootPanel = (panel: ShootPanel): void => usePanel.setState({ panel });
