import type { Camera, CameraEvents, CameraName, CameraWish } from './camera';
import { DeviceCamera } from './device-camera';
import { STAND_IN_CAMERA, StandInCamera } from './stand-in/stand-in-camera';

/** The cameras that the browser tells of, without their names until it has been allowed to use one; the stand-in comes last. */
export async function listCameras(): Promise<readonly CameraName[]> {
  // Missing where the page was not fetched safely.
  const devices = navigator.mediaDevices as MediaDevices | undefined;
  const all = (await devices?.enumerateDevices().catch(() => [])) ?? [];
  const found = all
    .filter(({ kind }) => kind === 'videoinput')
    .map(({ deviceId, label }, i) => ({ id: deviceId || 'default', name: label || `Camera ${i + 1}` }));
  return [...found, STAND_IN_CAMERA];
}

/**
 * Opens a camera by its id; who opened it closes it.
 * @throws Error with a sentence about why it cannot be opened.
 */
export const openCamera = async (id: string, wish: CameraWish, events: CameraEvents): Promise<Camera> =>
  id === STAND_IN_CAMERA.id ? new StandInCamera(wish, events) : DeviceCamera.open(id, wish, events);
