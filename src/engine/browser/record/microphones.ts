import { ToldError } from '../../../core/time/told-error';
/** A microphone that can be chosen. */
export interface Microphone {
  readonly id: string;
  readonly name: string;
}

/** The stand-in that ships with the app; it comes last. */
export const STAND_IN: Microphone = { id: 'stand-in', name: 'Stand-in: a spoken line' };

/** The microphones that the browser tells of; without their names until it has been allowed to use one. */
export async function listMicrophones(): Promise<readonly Microphone[]> {
  // Missing where the page was not fetched safely.
  const devices = navigator.mediaDevices as MediaDevices | undefined;
  const all = (await devices?.enumerateDevices().catch(() => [])) ?? [];
  const found = all
    .filter(({ kind }) => kind === 'audioinput')
    .map(({ deviceId, label }, i) => ({
      id: deviceId || 'default',
      name: label || `Microphone ${i + 1}`,
    }));
  return [...found, STAND_IN];
}

/** The sound of a microphone as it is: nothing evened out, no noise taken away. */
const PLAIN = { echoCancellation: false, noiseSuppression: false, autoGainControl: false } as const;

const PROBLEMS: Readonly<Record<string, string>> = {
  NotAllowedError: 'The microphone is blocked. Allow it beside the address, then open it again.',
  NotFoundError: 'No microphone was found. Plug one in and open it again, or choose the stand-in.',
  OverconstrainedError: 'That microphone is gone. Choose another one.',
  NotReadableError:
    'The microphone cannot be used: another program may have it. Close that one, then open it again.',
};

/**
 * Opens a microphone; the owner stops its tracks.
 * @throws Error with a sentence about why it cannot be opened.
 */
export async function openMicrophone(id: string): Promise<MediaStream> {
  const devices = navigator.mediaDevices as MediaDevices | undefined;
  if (!devices)
    throw new ToldError(
      'This browser gives pages no microphone at this address. Open Kermis at 127.0.0.1 or by https.',
    );
  const device = id === 'default' ? {} : { deviceId: { exact: id } };
  try {
    return await devices.getUserMedia({ audio: { ...PLAIN, ...device } });
  } catch (error) {
    const { name } = error as DOMException;
    throw new ToldError(
      PROBLEMS[name] ?? `The microphone cannot be opened. Unplug it, plug it in again, then open it again.`,
      {
        cause: error,
      },
    );
  }
}
