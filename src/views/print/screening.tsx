import Maximize from 'lucide-react/icons/maximize';
import Pause from 'lucide-react/icons/pause';
import Play from 'lucide-react/icons/play';
import Repeat from 'lucide-react/icons/repeat';
import Volume2 from 'lucide-react/icons/volume-2';
import VolumeX from 'lucide-react/icons/volume-x';
import { useRef, useState } from 'react';
import type { Size } from '../../core/picture/size';
import { IconButton } from '../../kit/button';
import { useOwnZoom } from '../picture/use-own-zoom';
import { ZoomButtons } from '../picture/zoom-buttons';
import { zoomByKey } from '../picture/zoom-keys';
import styles from './print.module.css';

interface ScreeningProps {
  readonly url: string;
  /** Accessible name of the film. */
  readonly label: string;
  /** Undefined for sound alone. */
  readonly picture?: Size | undefined;
  /** Frames a second, for steps with the arrow keys. */
  readonly rate: number;
}

const NO_PICTURE: Size = { width: 16, height: 9 };

const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${Math.floor(seconds % 60)
    .toString()
    .padStart(2, '0')}`;

/** A finished print, to be watched before it is handed over, frame by frame and closely. */
export function Screening({ url, label, picture, rate }: ScreeningProps) {
  const box = useRef<HTMLDivElement>(null);
  const video = useRef<HTMLVideoElement>(null);
  const [{ at, length, playing, muted }, setState] = useState({
    ...{ at: 0, length: 0, playing: false, muted: false },
  });
  const zoom = useOwnZoom(box, picture ?? NO_PICTURE);
  const [isLooped, setLooped] = useState(false);
  const [cannotPlay, setCannotPlay] = useState(false);
  const read = (): void => {
    const element = video.current;
    if (!element) return;
    const { currentTime, duration, paused, muted: silent } = element;
    setState({ at: currentTime, length: duration || 0, playing: !paused, muted: silent });
  };
  const playOrPause = (): void => {
    const element = video.current;
    if (element?.paused) void element.play().catch(() => undefined);
    else element?.pause();
  };
  const goTo = (seconds: number): void => {
    if (video.current) video.current.currentTime = seconds;
  };
  const { x, y, width, height } = zoom.area;
  const one = 1 / devicePixelRatio;
  return (
    <div className={styles.screening}>
      <div ref={box} className={styles.screen}>
        {/* eslint-disable-next-line jsx-a11y/media-has-caption -- the film's own words are in its sound */}
        <video
          ref={video}
          src={url}
          aria-label={label}
          data-testid="proof"
          style={{ left: x, top: y, width, height }}
          onTimeUpdate={read}
          onSeeked={read}
          onPlay={read}
          onPause={read}
          onVolumeChange={read}
          onLoadedMetadata={read}
          onError={() => setCannotPlay(true)}
          loop={isLooped}
          hidden={!picture}
        />
        {!picture && <p className={styles.heard}>The sound alone</p>}
        {cannotPlay && (
          <p className={styles.unplayed}>
            This browser cannot play this kind of file. It was checked; save it to the disk and open it there.
          </p>
        )}
      </div>
      <div
        className={styles.controls}
        role="toolbar"
        aria-label={`Screening of ${label}`}
        onKeyDown={(event) => {
          if (zoomByKey(event, zoom)) event.preventDefault();
        }}
      >
        <IconButton label={playing ? 'Pause the print' : 'Play the print'} onClick={playOrPause}>
          {playing ? <Pause size={18} aria-hidden /> : <Play size={18} aria-hidden />}
        </IconButton>
        <input
          type="range"
          aria-label="Place in the print, in seconds"
          aria-valuetext={`${clock(at)} of ${clock(length)}`}
          min={0}
          max={length || 1}
          step={1 / rate}
          value={Math.min(at, length || 1)}
          onChange={(event) => goTo(Number(event.target.value))}
        />
        <span>
          {clock(at)} of {clock(length)}
        </span>
        <IconButton
          label="Mute"
          pressed={muted}
          onClick={() => {
            if (video.current) video.current.muted = !muted;
          }}
        >
          {muted ? <VolumeX size={17} aria-hidden /> : <Volume2 size={17} aria-hidden />}
        </IconButton>
        <IconButton label="Play in a loop" pressed={isLooped} onClick={() => setLooped(!isLooped)}>
          <Repeat size={17} aria-hidden />
        </IconButton>
        {picture && (
          <IconButton
            label="Fill the screen with the print"
            onClick={() => void video.current?.requestFullscreen().catch(() => undefined)}
          >
            <Maximize size={17} aria-hidden />
          </IconButton>
        )}
        {picture && (
          <ZoomButtons
            zoom={zoom.zoom}
            one={one}
            onStep={zoom.step}
            onWhole={zoom.showWhole}
            onPixels={zoom.togglePixels}
          />
        )}
      </div>
    </div>
  );
}
