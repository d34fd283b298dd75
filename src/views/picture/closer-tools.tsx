import Maximize from 'lucide-react/icons/maximize';
import RectangleHorizontal from 'lucide-react/icons/rectangle-horizontal';
import type { ReactNode } from 'react';
import { IconButton } from '../../kit/button';
import {
  showWholePicture,
  togglePixels,
  usePictureZoom,
  zoomPicture,
} from '../../state/picture/picture-zoom';
import { toggleAlone, toggleFullScreen, useLayout } from '../../state/shell/layout';
import { ZoomButtons } from './zoom-buttons';

const SIZE = 17;

/** How closely the big picture is looked at, and the room that it has. */
export function CloserTools({ children }: { readonly children?: ReactNode }) {
  const zoom = usePictureZoom((state) => state.zoom);
  const alone = useLayout((state) => state.alone);
  return (
    <>
      <div role="group" aria-label="Zoom">
        <ZoomButtons zoom={zoom} onStep={zoomPicture} onWhole={showWholePicture} onPixels={togglePixels} />
      </div>
      <div role="group" aria-label="Room for the picture">
        <IconButton label="The picture alone" shortcut="H" pressed={alone} onClick={toggleAlone}>
          <RectangleHorizontal size={SIZE} aria-hidden />
        </IconButton>
        <IconButton label="Fill the screen" shortcut="U" onClick={() => void toggleFullScreen()}>
          <Maximize size={SIZE} aria-hidden />
        </IconButton>
        {children}
      </div>
    </>
  );
}
