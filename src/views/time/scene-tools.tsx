import Archive from 'lucide-react/icons/archive';
import ArchiveRestore from 'lucide-react/icons/archive-arrow-up';
import ArrowDown from 'lucide-react/icons/arrow-down';
import ArrowUp from 'lucide-react/icons/arrow-up';
import CopyPlus from 'lucide-react/icons/copy-plus';
import Crop from 'lucide-react/icons/crop';
import Ellipsis from 'lucide-react/icons/ellipsis';
import Merge from 'lucide-react/icons/merge';
import MoveVertical from 'lucide-react/icons/move-vertical';
import Play from 'lucide-react/icons/play';
import Split from 'lucide-react/icons/split';
import Trash2 from 'lucide-react/icons/trash';
import { PAINTS, type Film, type Scene } from '../../core/film/film';
import { ok } from '../../core/time/result';
import { Menu } from '../../kit/menu';
import { Tools, type Tool } from '../../kit/tools';
import { TypedField } from '../../kit/typed-field';
import { playScene } from '../../state/transport/play';
import {
  duplicateScene,
  joinScene,
  moveScene,
  removeScene,
  setScene,
  splitScene,
  trimScene,
} from '../../state/poses/scenes';
import styles from './time.module.css';

interface SceneToolsProps {
  readonly film: Film;
  readonly scene: Scene;
  readonly index: number;
  readonly disabled: boolean;
}

const SIZE = 16;

/** Name and colour of a scene, and what can be done with it: what is done often with words, the rest in menus. */
export function SceneTools({ film, scene, index, disabled }: SceneToolsProps) {
  const { id, name, setAside } = scene;
  const last = film.scenes.length - 1;
  const tools: readonly Tool[] = [
    // Playing changes nothing.
    { word: 'Play it', label: `Play ${name}`, icon: Play, run: () => playScene(id), off: setAside === true },
    {
      word: 'Split',
      label: 'Split before the pose on screen',
      shortcut: 'S',
      icon: Split,
      run: splitScene,
      off: disabled,
    },
    {
      word: 'Copy',
      label: 'Duplicate the scene (a copy after it)',
      icon: CopyPlus,
      run: () => duplicateScene(id),
      off: disabled,
    },
    {
      word: 'Delete',
      label: `Delete ${name}; its photos stay in the tray`,
      icon: Trash2,
      run: () => removeScene(id),
      off: disabled || last === 0,
    },
  ];
  return (
    <div className={styles.sceneTools}>
      <TypedField
        label="Name of the scene"
        text={name}
        parse={(text) => ok(text.trim().slice(0, 200) || name)}
        onCommit={(value) => setScene(id, { name: value })}
        disabled={disabled}
      />
      <div className={styles.paints} role="group" aria-label="Colour of the scene">
        {PAINTS.map((paint) => (
          <button
            key={paint}
            type="button"
            aria-label={paint}
            aria-pressed={scene.colour === paint}
            disabled={disabled}
            style={{ ['--scene' as string]: `var(--${paint})` }}
            onClick={() => setScene(id, { colour: scene.colour === paint ? undefined : paint })}
          />
        ))}
      </div>
      <Tools label={`The scene ${name}`} tools={tools} />
      <div className={styles.row}>
        <Menu
          label="Move the scene"
          variant="plain"
          disabled={disabled}
          items={[
            {
              label: 'Earlier',
              icon: <ArrowUp size={SIZE} aria-hidden />,
              run: () => moveScene(id, index - 1),
              off: index === 0,
            },
            {
              label: 'Later',
              icon: <ArrowDown size={SIZE} aria-hidden />,
              run: () => moveScene(id, index + 1),
              off: index === last,
            },
            {
              label: 'Join scene before',
              icon: <Merge size={SIZE} aria-hidden />,
              begins: true,
              run: () => joinScene(id),
              off: index === 0,
            },
          ]}
        >
          <MoveVertical size={SIZE} aria-hidden /> Move
        </Menu>
        <Menu
          label="More for the scene"
          variant="plain"
          disabled={disabled}
          items={[
            {
              label: 'Trim to the in and out points',
              icon: <Crop size={SIZE} aria-hidden />,
              run: () => trimScene(id),
            },
            setAside
              ? {
                  label: 'Bring back into the film',
                  icon: <ArchiveRestore size={SIZE} aria-hidden />,
                  run: () => setScene(id, { setAside: undefined }),
                }
              : {
                  label: 'Set aside',
                  icon: <Archive size={SIZE} aria-hidden />,
                  run: () => setScene(id, { setAside: true }),
                },
          ]}
        >
          <Ellipsis size={SIZE} aria-hidden /> More
        </Menu>
      </div>
    </div>
  );
}
