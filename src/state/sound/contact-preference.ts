import { create } from 'zustand';
import { desk } from '../../engine/browser/store/stores';

/** Frames that a contact sounds before the frame it is put on: none, or one; never after it (common practice). */
export type Early = 0 | 1;

/** How many frames before the picture a contact is heard. */
export const useContactPreference = create<{ readonly early: Early }>(() => ({ early: 0 }));

/** Takes up the habit that was chosen last. */
export async function restoreContactPreference(): Promise<void> {
  const kept = await desk.getItem<unknown>('contact-early').catch(() => null);
  useContactPreference.setState({ early: kept === 1 ? 1 : 0 });
}

/** Sets and keeps that. */
export function setContactPreference(early: Early): void {
  useContactPreference.setState({ early });
  // A habit that is not remembered does no harm.
  desk.setItem('contact-early', early).catch(() => undefined);
}
