import { useEffect, useRef } from 'react';
import Video from 'lucide-react/icons/video';
import { Button } from '../../kit/button';
import { useFilm } from '../../state/document/document';
import { restoreGuides } from '../../state/shoot/guides';
import { chooseCamera, openCamera, useCamera } from '../../state/shoot/camera';
import { leaveLastPose } from '../../state/shoot/follow-strip';
import { endCheck } from '../../state/shoot/check';
import { useLive } from '../../state/shoot/live';
import { holdShotThreads } from '../../state/shoot/bring-in-shot';
import { useSigns } from '../../state/shoot/look-at-shot';
import { restorePuppet } from '../../state/shoot/puppet';
import { restoreShooting, useShooting } from '../../state/shoot/shooting';
import { goOnWatching, pauseWatching } from '../../state/shoot/watch';
import { stopTaking, useTake } from '../../state/shoot/take';
import { STAND_IN_CAMERA } from '../../engine/browser/shoot/stand-in/stand-in-camera';
import { TallFrame } from '../frame/tall-frame';
import { Tabs } from '../../kit/tabs';
import type { SideTab } from '../frame/side-tab';
import { SHOOT_PANELS, setShootPanel, useShootPanel, type ShootPanel } from '../../state/shoot/shoot-panel';
import { restoreReference } from '../../state/shoot/reference';
import { BurstChooser } from './burst-chooser';
import { HeardPanel } from './heard-panel';
import { SeePanel } from './see-panel';
import { WatchPanel } from './watch-panel';
import { CameraPanel } from './camera-panel';
import { LivePicture } from './live-picture';
import { ShootTools } from './shoot-tools';
import styles from './shoot.module.css';
import { TakeBar } from './take-bar';

const PANELS: Readonly<Record<ShootPanel, SideTab>> = {
  camera: { label: 'Camera', View: CameraPanel, guide: 'camera' },
  see: { label: 'View', View: SeePanel, guide: 'view' },
  heard: { label: 'Cues', View: HeardPanel, guide: 'comingUp' },
  folder: { label: 'Folder', View: WatchPanel, guide: 'folder' },
};

/** Stage Shoot: the live picture, the button, and what the next photo is taken with. */
export function ShootView() {
  const film = useFilm();
  const isOpen = useCamera((state) => state.camera !== undefined);
  const isLive = useLive((state) => state.isLive);
  const panel = useShootPanel();
  const filmId = film?.id;
  useEffect(() => void restoreReference(), [filmId]);
  useEffect(() => {
    void restoreShooting();
    void restoreGuides();
    const letGo = holdShotThreads();
    goOnWatching();
    return () => {
      pauseWatching();
      stopTaking();
      endCheck();
      leaveLastPose();
      letGo();
    };
  }, []);
  const middle = useRef<HTMLElement>(null);
  useEffect(() => {
    if (!isOpen) return;
    void restorePuppet();
    // Whoever opened it by a key goes on with keys: Enter takes a photo, and does not close it again.
    if (document.activeElement instanceof HTMLButtonElement) middle.current?.focus({ preventScroll: true });
  }, [isOpen]);
  if (!film) return null;
  const { View, guide } = PANELS[panel];
  const tabs = (
    <Tabs
      label="Beside the live picture"
      tabs={SHOOT_PANELS.map((id) => [id, PANELS[id].label])}
      chosen={panel}
      onChoose={setShootPanel}
    />
  );
  return (
    <TallFrame head={tabs} body={<View />} guide={guide}>
      <section ref={middle} tabIndex={-1} aria-label="Shooting" className={styles.middle}>
        <div className={styles.surround}>
          <div className={styles.screen}>
            {isOpen || !isLive ? <LivePicture /> : <Closed />}
            <OverPicture />
            <BurstChooser />
          </div>
          <ShootTools />
        </div>
        <TakeBar />
      </section>
    </TallFrame>
  );
}

/** What is said where no camera is open. */
function Closed() {
  const { doing, problem, chosen } = useCamera();
  return (
    <div className={styles.closed}>
      <p role={problem === undefined ? undefined : 'alert'}>
        {problem ??
          (doing === 'opening'
            ? 'Opening the camera. The browser may ask you to allow it.'
            : 'Open the camera: each press takes a photo and adds a pose.')}
      </p>
      {doing === 'closed' && (
        <div>
          <Button variant="main" onClick={() => void openCamera()}>
            <Video size={16} aria-hidden /> Open the camera
          </Button>
          {chosen !== STAND_IN_CAMERA.id && (
            <Button onClick={() => void chooseCamera(STAND_IN_CAMERA.id).then(openCamera)}>
              Practise, no camera
            </Button>
          )}
        </div>
      )}
    </div>
  );
}

/** Over the picture: the count-in, that a photo was taken, and what was noticed of it. */
function OverPicture() {
  const { doing, left, taken, takenOfPlan } = useTake();
  const { every, times } = useShooting();
  const { words } = useSigns();
  return (
    <>
      {doing === 'counting' && (
        <div className={styles.countIn} role="status" aria-label={`The photo is taken in ${left}`}>
          {left}
        </div>
      )}
      {doing === 'running' && every !== undefined && (
        <p className={styles.progress} role="status">
          {`Photo ${takenOfPlan}${times === undefined ? '' : ` of ${times}`}, one every ${every} s`}
          {times !== undefined && `, ${Math.ceil((times - takenOfPlan) * every)} s left`}
        </p>
      )}
      {taken > 0 && <i key={taken} className={styles.flash} aria-hidden />}
      {words.length > 0 && (
        <ul className={styles.signs} role="status" aria-label="Noticed in the last photo">
          {words.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
      )}
    </>
  );
}
