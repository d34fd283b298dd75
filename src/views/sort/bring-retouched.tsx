import Brush from 'lucide-react/icons/brush';
import { useDocument } from '../../state/document/document';
import { bringRetouched } from '../../state/photos/swap';
import { useShell } from '../../state/shell/shell';
import { FileChooser, PICTURES } from '../file-chooser';

/** Brings photos back that were written out and retouched in another program. */
export function BringRetouched() {
  const busy = useShell((state) => state.incoming !== undefined);
  const canWrite = useDocument((state) => state.canWrite);
  return (
    <FileChooser
      label="Retouched photos to swap in"
      testId="choose-retouched"
      accept={PICTURES}
      disabled={busy || !canWrite}
      onFiles={(files) => void bringRetouched(files)}
    >
      <Brush size={17} aria-hidden /> Swap in retouched photos
    </FileChooser>
  );
}
