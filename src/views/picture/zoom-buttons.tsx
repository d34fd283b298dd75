import ZoomIn from 'lucide-react/icons/zoom-in';
import ZoomOut from 'lucide-react/icons/zoom-out';
import { zoomWords, type Zoom } from '../../core/picture/zoom';
import { IconButton } from '../../kit/button';
import styles from './picture.module.css';

interface ZoomButtonsProps {
  readonly zoom: Zoom | undefined;
  /** What one pixel for one is, in the pixels that the zoom is counted in. */
  readonly one?: number;
  readonly onStep: (direction: 1 | -1) => void;
  readonly onWhole: () => void;
  readonly onPixels: () => void;
}

/** How closely a picture is looked at. */
export function ZoomButtons({ zoom, one = 1, onStep, onWhole, onPixels }: ZoomButtonsProps) {
  const words = zoomWords(zoom && { ...zoom, scale: zoom.scale / one });
  return (
    <>
      <IconButton label="Zoom in" shortcut="Shift I" onClick={() => onStep(1)}>
        <ZoomIn size={17} aria-hidden />
      </IconButton>
      <button
        type="button"
        className={styles.zoom}
        aria-label={`Show the whole picture; shown ${words} now`}
        data-tip="Show the whole picture (0)"
        disabled={!zoom}
        onClick={onWhole}
      >
        {words}
      </button>
      <IconButton label="Zoom out" shortcut="Shift O" disabled={!zoom} onClick={() => onStep(-1)}>
        <ZoomOut size={17} aria-hidden />
      </IconButton>
      <IconButton
        label="1:1, one pixel of the film for one of the screen"
        shortcut="Z"
        pressed={zoom?.scale === one}
        onClick={onPixels}
      >
        <b>1:1</b>
      </IconButton>
    </>
  );
}
