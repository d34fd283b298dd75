import { desk } from '../store/stores';

const delayKey = (microphone: string): string => `recording-delay.${microphone}`;

/** How late a microphone is, in seconds; nothing is known of one that was not measured. */
export async function readDelay(microphone: string): Promise<number | undefined> {
  const stored = await desk.getItem<unknown>(delayKey(microphone));
  return typeof stored === 'number' && Number.isFinite(stored) ? stored : undefined;
}

/** Keeps how late a microphone is, in seconds. Rejects with the browser's error. */
export const keepDelay = async (microphone: string, seconds: number): Promise<void> => {
  await desk.setItem(delayKey(microphone), seconds);
};
