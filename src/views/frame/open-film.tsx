import { useEffect } from 'react';
import { useDocument } from '../../state/document/document';
import { useIntake } from '../../state/photos/intake-table';
import { useShell } from '../../state/shell/shell';
import { PartBoundary } from '../part-boundary';
import { PictureWindow } from '../picture/picture-window';
import { handleKey, releaseKey } from '../shell/keys';
import { STAGE_VIEWS } from '../stages';
import { Workbench } from './workbench';

const pressed = (event: KeyboardEvent): void => void handleKey(event);

/** The open film at the stage on screen, over its strip; its keys count as long as it is shown. */
export function OpenFilm() {
  const stage = useShell((state) => state.stage);
  const noPoses = useDocument((state) => !state.history?.film.scenes.some((scene) => scene.items.length > 0));
  const hasTable = useIntake((state) => state.intake?.laidOut === false);
  const { View, needsRoom } = STAGE_VIEWS[stage];
  useEffect(() => {
    addEventListener('keydown', pressed);
    addEventListener('keyup', releaseKey);
    return () => {
      removeEventListener('keydown', pressed);
      removeEventListener('keyup', releaseKey);
    };
  }, []);
  return (
    <>
      {/* An empty strip gives its room to the table of what came in. */}
      <Workbench hasStrip={!(needsRoom && noPoses && hasTable)}>
        <PartBoundary key={stage}>
          <View />
        </PartBoundary>
      </Workbench>
      <PictureWindow onKey={pressed} />
    </>
  );
}
