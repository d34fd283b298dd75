import { create } from 'zustand';
import {
  controlsOf,
  freeConstraints,
  lockConstraints,
  type CameraConstraints,
  type CameraControl,
  type ControlName,
} from '../../core/shoot/camera-controls';
import { DEFAULT_SETTINGS, photosById } from '../../core/film/film';
import type { Size } from '../../core/picture/size';
import { shotNeighbours } from '../../core/shoot/shot-neighbours';
import type { Camera, CameraName } from '../../engine/browser/shoot/camera';
import { listCameras, openCamera as openOne } from '../../engine/browser/shoot/cameras';
import { STAND_IN_CAMERA } from '../../engine/browser/shoot/stand-in/stand-in-camera';
import { reasonOf } from '../../engine/faults/reason-of';
import { openFilm } from '../document/document';
import { shellNow, subscribeToShell, tell } from '../shell/shell';
import { transportNow } from '../transport/transport';

/** What of a camera is on screen. */
interface CameraState {
  readonly cameras: readonly CameraName[];
  /** The chosen one, by id. */
  readonly chosen: string;
  readonly doing: 'closed' | 'opening' | 'open';
  /** Why it is closed, where it was not closed by hand. */
  readonly problem: string | undefined;
  /** The open camera, and the sizes of its pictures; undefined where none is open. */
  readonly camera: Camera | undefined;
  readonly live: Size | undefined;
  readonly photo: Size | undefined;
  readonly controls: readonly CameraControl[];
  /** What was asked of it. */
  readonly size: Size | undefined;
  readonly rate: number | undefined;
}

/** The camera. */
export const useCamera = create<CameraState>(() => ({
  cameras: [STAND_IN_CAMERA],
  chosen: STAND_IN_CAMERA.id,
  doing: 'closed',
  problem: undefined,
  camera: undefined,
  live: undefined,
  photo: undefined,
  controls: [],
  size: undefined,
  rate: undefined,
}));

const state = useCamera.getState;
const set = useCamera.setState;

/** Counts openings, so that one that was given up meanwhile is known as such. */
let openings = 0;
/** Whether a person chose the camera; before, it is the first that is found. */
let picked = false;
const onGone = new Set<() => void>();

/** The camera that is open; undefined where none is. */
export const openCameraNow = (): Camera | undefined => state().camera;

/** Says what is to be ended when the camera is gone, or closed. */
export const whenCameraGoes = (end: () => void): void => void onGone.add(end);

/** Whether it was looked which cameras there are. */
let isLooked = false;

/** Looks which cameras there are. */
export async function findCameras(): Promise<void> {
  const cameras = await listCameras();
  isLooked = true;
  const still = cameras.some(({ id }) => id === state().chosen);
  const first = cameras[0] ?? STAND_IN_CAMERA;
  set({ cameras });
  if (!state().camera && state().doing === 'closed' && (!still || !picked)) set({ chosen: first.id });
}

/** Chooses a camera by its id, and opens it where one was open. */
export async function chooseCamera(chosen: string): Promise<void> {
  picked = true;
  const wasOpen = state().doing !== 'closed';
  closeCamera();
  set({ chosen, size: undefined, rate: undefined, problem: undefined });
  if (wasOpen) await openCamera();
}

/** Asks the camera for another size or rate. */
export async function setCameraWish(wish: Partial<Pick<CameraState, 'size' | 'rate'>>): Promise<void> {
  const wasOpen = state().doing !== 'closed';
  closeCamera();
  set(wish);
  if (wasOpen) await openCamera();
}

/** Told before the next photo: a camera that is plugged in again may give another size. */
function tellOtherSize({ width, height }: Size): void {
  const film = openFilm();
  const last = film && shotNeighbours(film, 'end', transportNow().frame).against;
  const photo = last && photosById(film).get(last.pose.photoId);
  if (!photo || (photo.width === width && photo.height === height)) return;
  tell(
    `Photos are now ${width} × ${height}; the last was ${photo.width} × ${photo.height}. Change it under Camera, or go on.`,
    'asks',
  );
}

/** Opens the chosen camera: from now on it is seen. */
export async function openCamera(): Promise<void> {
  if (!isLooked) await findCameras();
  const { camera: before, doing, chosen, size, rate } = state();
  if (before || doing !== 'closed') return;
  set({ doing: 'opening', problem: undefined });
  const mine = ++openings;
  try {
    const film = openFilm()?.settings ?? DEFAULT_SETTINGS;
    const camera = await openOne(chosen, { size, rate, film }, { onGone: cameraGone, onSize: showSizes });
    if (mine !== openings) return camera.close();
    set({ doing: 'open', camera });
    showSizes();
    // Now that it may be used the browser tells the names.
    set({ cameras: await listCameras() });
    if (mine === openings) tellOtherSize(camera.photoSize);
  } catch (error) {
    if (mine !== openings) return;
    set({ doing: 'closed', problem: reasonOf(error) });
  }
}

function showSizes(): void {
  const { camera } = state();
  if (!camera) return;
  const { capabilities, settings } = camera.facts();
  set({ live: camera.liveSize, photo: camera.photoSize, controls: controlsOf(capabilities, settings) });
}

/** Closes the camera. */
export function closeCamera(): void {
  openings++;
  const { camera } = state();
  set({ doing: 'closed', camera: undefined, live: undefined, photo: undefined, controls: [] });
  for (const end of onGone) end();
  camera?.close();
}

const GONE = {
  unplugged:
    'The camera was unplugged. Your photos are saved. Plug it in and open it again, or choose another one.',
  'taken back':
    'The browser ended access to the camera. Your photos are saved. Allow it beside the address, then open it again.',
} as const;

function cameraGone(why: keyof typeof GONE): void {
  closeCamera();
  set({ problem: GONE[why] });
  void findCameras();
}

/** Asks something of the camera, and says where it does not take that. */
async function askOf(constraints: CameraConstraints): Promise<void> {
  const { camera } = state();
  if (!camera || constraints.advanced.length === 0) return;
  try {
    await camera.set(constraints);
  } catch (error) {
    tell(`This camera cannot set that; nothing was changed. ${reasonOf(error)}`, 'wrong');
  }
  showSizes();
}

/** Locks what the camera lets us lock, as it is now or as a person sets it. */
export const lockCamera = (wanted?: Partial<Readonly<Record<ControlName, number>>>): Promise<void> =>
  askOf(lockConstraints(state().controls, wanted));

/** Lets the camera set itself again. */
export async function freeCamera(): Promise<void> {
  const { camera } = state();
  if (camera) await askOf(freeConstraints(camera.facts().capabilities));
}

// Whoever leaves the film, or the stage, lets go of the camera.
subscribeToShell(() => {
  const { phase, stage } = shellNow();
  if (state().doing !== 'closed' && (phase !== 'open' || stage !== 'shoot')) closeCamera();
});
