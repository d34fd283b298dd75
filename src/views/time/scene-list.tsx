import { useSelection } from '../../state/selection/selection';
import { useTransport } from '../../state/transport/transport';
import { DndContext, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import Plus from 'lucide-react/icons/plus';
import type { ReactNode } from 'react';
import type { Film, Scene } from '../../core/film/film';
import { posesIn } from '../../core/film/items';
import { recipeOf } from '../../core/film/recipe-of';
import { sequenceOf } from '../../core/film/sequence';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { count, formatSecondsAndFrames } from '../../core/time/format';
import { Button } from '../../kit/button';
import { Panel } from '../../kit/panel';
import { goTo } from '../../state/transport/play';
import { addScene, moveScene, pickScene } from '../../state/poses/scenes';
import { useDocument, useFilm } from '../../state/document/document';
import { sceneColour } from '../strip/scene-colour';
import { Thumbnail } from '../thumbnail';
import { useDragSensors } from '../use-drag-sensors';
import { SceneTools } from './scene-tools';
import styles from './time.module.css';

/**
 * The scenes of the film with a picture each; choosing one goes to its start and shows what can be done with it, dragging
 * one puts it in another place.
 */
export function SceneList() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  const pickedScene = useSelection((state) => state.pickedScene);
  const isStill = useTransport(({ frame }) => frame === pickedScene?.frame);
  const picked = isStill ? pickedScene?.id : undefined;
  const onScreen = useTransport(({ frame }) => film && poseAt(scheduleOf(film), frame)?.sceneId);
  const sensors = useDragSensors();
  if (!film) return null;
  const { rate } = film.settings;
  const plan = scheduleOf(film);
  // One that is set aside or empty is never on screen, and is picked by itself.
  const current = film.scenes.some((scene) => scene.id === picked) ? picked : onScreen;
  const ids = film.scenes.map((scene) => scene.id);
  const drop = ({ active, over }: DragEndEvent): void => {
    if (over) moveScene(String(active.id), ids.indexOf(String(over.id)));
  };
  return (
    <Panel label="Scenes">
      <DndContext sensors={sensors} onDragEnd={drop} accessibility={{ container: document.body }}>
        <SortableContext items={ids} strategy={verticalListSortingStrategy} disabled={!canWrite}>
          <ol className={styles.scenes}>
            {film.scenes.map((scene, i) => (
              <SceneItem
                key={scene.id}
                film={film}
                scene={scene}
                colour={sceneColour(scene, i)}
                current={scene.id === current}
                start={plan.scenes[i]?.start ?? 0}
              >
                {scene.id === current && (
                  <SceneTools key={scene.id} film={film} scene={scene} index={i} disabled={!canWrite} />
                )}
              </SceneItem>
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <Button disabled={!canWrite} onClick={() => addScene(current)}>
        <Plus size={16} aria-hidden /> Add a scene
      </Button>
      <div className={styles.whole}>
        <h2>Whole film</h2>
        <span className={styles.length}>
          {formatSecondsAndFrames(plan.frames, rate)}
          <br />
          {count(plan.count, 'pose')}
          <br />
          {count(film.photos.length, 'photo')}
        </span>
      </div>
    </Panel>
  );
}

/** A place in the list, dragged by its card; with the keyboard the arrows among the tools do the same. */
function SceneItem({ children, ...card }: SceneCardProps & { readonly children: ReactNode }) {
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id: card.scene.id });
  return (
    <li
      ref={setNodeRef}
      className={isDragging ? styles.lifted : undefined}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <div {...listeners}>
        <SceneCard {...card} />
      </div>
      {children}
    </li>
  );
}

interface SceneCardProps {
  readonly film: Film;
  readonly scene: Scene;
  readonly colour: string;
  readonly current: boolean;
  readonly start: number;
}

function SceneCard({ film, scene, colour, current, start }: SceneCardProps) {
  const poses = posesIn(scene.items);
  const middle = poses[Math.floor(poses.length / 2)];
  const photos = new Set(poses.map((pose) => pose.photoId));
  return (
    <button
      type="button"
      className={scene.setAside ? `${styles.scene} ${styles.aside}` : styles.scene}
      style={{ ['--scene' as string]: colour }}
      aria-current={current ? 'true' : undefined}
      onClick={() => {
        pickScene(scene);
        if (!scene.setAside && poses.length > 0) goTo(start);
      }}
    >
      <Thumbnail recipe={middle && recipeOf(film, middle)} className={styles.sceneThumb} />
      <span>
        <span className={styles.sceneName}>{scene.name}</span>
        <span className={styles.length}>
          {formatSecondsAndFrames(sequenceOf(scene.items).frames, film.settings.rate)}
          <br />
          {scene.setAside ? 'set aside' : count(photos.size, 'photo')}
        </span>
      </span>
    </button>
  );
}
