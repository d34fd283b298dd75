import {
  ArchiveRestore,
  ArrowDown,
  ArrowUp,
  Archive,
  CopyPlus,
  Crop,
  Merge,
  Play,
  Split,
  Trash2,
} from 'lucide-react';
import { PAINTS, type Film, type Scene } from '../../core/film/film';
import { ok } from '../../core/time/result';
import { Actions, type Action } from '../../kit/actions';
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

/** Name and colour of a scene, and what can be done with it. */
export function SceneTools({ film, scene, index, disabled }: SceneToolsProps) {
  const { id, name, setAside } = scene;
  const all: readonly Action[] = [
    { label: `Play ${name}`, icon: Play, run: () => playScene(id), off: setAside === true },
    { label: 'Scene earlier', icon: ArrowUp, run: () => moveScene(id, index - 1), off: index === 0 },
    {
      label: 'Scene later',
      icon: ArrowDown,
      run: () => moveScene(id, index + 1),
      off: index === film.scenes.length - 1,
    },
    { label: 'Split before the pose on screen (S)', icon: Split, run: splitScene },
    { label: 'Join to the scene before', icon: Merge, run: () => joinScene(id), off: index === 0 },
    { label: 'A copy of the scene behind it', icon: CopyPlus, run: () => duplicateScene(id) },
    { label: 'Trim to the in and out points', icon: Crop, run: () => trimScene(id) },
    setAside
      ? {
          label: 'Bring back into the film',
          icon: ArchiveRestore,
          run: () => setScene(id, { setAside: undefined }),
        }
      : { label: 'Set aside', icon: Archive, run: () => setScene(id, { setAside: true }) },
    { label: `Delete ${name}`, icon: Trash2, run: () => removeScene(id), off: film.scenes.length === 1 },
  ];
  // Playing changes nothing.
  const tools = all.map((tool) => ({ ...tool, off: tool.off === true || (disabled && tool.icon !== Play) }));
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
      <Actions label={`The scene ${name}`} actions={tools} small />
    </div>
  );
}
