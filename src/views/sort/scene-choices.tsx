import { useMemo } from 'react';
import type { UsableRow } from '../../core/film/intake/intake-row';
import type { LayOut } from '../../core/edits/lay-out';
import { sceneBreaks, type SceneBreak } from '../../core/film/intake/scene-breaks';
import { CheckField } from '../../kit/check-field';
import { setLayOut } from '../../state/photos/arrange-intake';

interface SceneChoicesProps {
  readonly usable: readonly UsableRow[];
  readonly choice: LayOut;
}

/** Where new scenes would begin; on its own, so that looking for them is no part of a longer task. */
export function SceneChoices({ usable, choice }: SceneChoicesProps) {
  const breaks = useMemo(() => sceneBreaks(usable), [usable]);
  const by = (why: SceneBreak['why']): number => breaks.filter((each) => each.why === why).length;
  const [folders, names, pauses] = [by('folder'), by('name'), by('pause')];
  const named = folders + names;
  return (
    <>
      {named > 0 && (
        <CheckField
          label={
            names === 0
              ? `A scene for each folder (${folders} more)`
              : `A new scene where another ${folders > 0 ? 'folder or ' : ''}name starts (${named} more)`
          }
          checked={choice.scenesByName}
          onChange={(scenesByName) => setLayOut({ scenesByName })}
        />
      )}
      {pauses > 0 && (
        <CheckField
          label={`A new scene after each long pause (${pauses} more)`}
          checked={choice.scenesByPause}
          onChange={(scenesByPause) => setLayOut({ scenesByPause })}
        />
      )}
    </>
  );
}
