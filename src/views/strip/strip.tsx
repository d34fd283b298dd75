import {
  DndContext,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragMoveEvent,
  type DragStartEvent,
} from '@dnd-kit/core';
import { Expand, ZoomIn, ZoomOut } from 'lucide-react';
import {
  useEffect,
  useEffectEvent,
  useLayoutEffect,
  useRef,
  useState,
  type DragEvent,
  type HTMLAttributes,
  type PointerEvent,
} from 'react';
import { poseAt, type ScheduledPose } from '../../core/film/schedule';
import { count, secondsAndFrames } from '../../core/time/words';
import { IconButton } from '../../kit/button';
import { choosePose, chooseScene } from '../../state/choose';
import { movePoses } from '../../state/edit-film';
import { goTo, pause } from '../../state/player';
import { photosOf, scheduleOf, setWorkbench, useFilm, useWorkbench, workbench } from '../../state/workbench';
import { insertPhotos, insertPhotosAt } from '../../state/use-photos';
import { TAIL, zoomOf, zoomStrip, zoomToAll } from '../../state/zoom';
import { carriesPhotos } from '../dragged-photos';
import { PictureBand } from './picture-band';
import { RulerMarks } from './ruler';
import { sceneColour } from './scene-colour';
import styles from './strip.module.css';
import { Ticket, ticketId } from './ticket';

/** Tickets narrower than this, in pixels, show no picture of their own; below the second they are not drawn. */
const OWN_PICTURE = 30;
const OWN_TICKET = 3;

/** The film from left to right, under all stages. */
export function Strip() {
  const film = useFilm();
  const chosen = useWorkbench((state) => state.chosen);
  const frame = useWorkbench((state) => state.frame);
  const playing = useWorkbench((state) => state.playing);
  const canWrite = useWorkbench((state) => state.canWrite);
  const scroller = useRef<HTMLDivElement>(null);
  const dragScroll = useRef(0);
  const [view, setView] = useState({ left: 0, width: 0 });
  const [insertAt, setInsertAt] = useState<{ sceneId: string; index: number; frame: number }>();
  const [dragged, setDragged] = useState<readonly string[]>([]);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));

  const plan = film ? scheduleOf(film) : undefined;
  const frames = plan?.frames ?? 0;
  const zoom = useWorkbench(zoomOf);
  // The frame that stays where it is on screen through a zoom; the playhead where there is none.
  const anchor = useRef<number>(undefined);
  const zoomBefore = useRef(zoom);

  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return undefined;
    const measure = (): void => {
      setView({ left: element.scrollLeft, width: element.clientWidth });
      if (workbench().stripWidth !== element.clientWidth) setWorkbench({ stripWidth: element.clientWidth });
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    element.addEventListener('scroll', measure, { passive: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', measure);
    };
  }, []);

  useLayoutEffect(() => {
    const element = scroller.current;
    const around = anchor.current ?? workbench().frame;
    const x = around * zoomBefore.current - (element?.scrollLeft ?? 0);
    zoomBefore.current = zoom;
    anchor.current = undefined;
    if (!element) return;
    const inside = x >= 0 && x <= element.clientWidth ? x : element.clientWidth / 2;
    element.scrollLeft = around * zoom - inside;
  }, [zoom]);

  // The wheel with ctrl zooms around the pointer, without it moves along the film.
  const wheel = useEffectEvent((element: HTMLElement, event: WheelEvent) => {
    if (event.ctrlKey || event.metaKey) {
      event.preventDefault();
      const x = event.clientX - element.getBoundingClientRect().left + element.scrollLeft;
      anchor.current = x / zoom;
      zoomStrip(event.deltaY < 0 ? 1 : -1);
      // At either end nothing moves, and the next zoom has an anchor of its own.
      if (zoomOf(workbench()) === zoom) anchor.current = undefined;
    } else if (event.deltaX === 0 && event.deltaY !== 0) {
      event.preventDefault();
      element.scrollLeft += event.deltaY;
    }
  });
  useEffect(() => {
    const element = scroller.current;
    if (!element) return undefined;
    // React's own wheel events cannot be prevented.
    const listen = (event: WheelEvent): void => wheel(element, event);
    element.addEventListener('wheel', listen, { passive: false });
    return () => element.removeEventListener('wheel', listen);
  }, []);

  // The playhead stays in sight: a page at a time while playing, at once when stepping.
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const x = (frame + 0.5) * zoom;
    if (x < element.scrollLeft || x > element.scrollLeft + element.clientWidth) {
      element.scrollLeft = playing ? x - 40 : x - element.clientWidth / 2;
    }
  }, [frame, zoom, playing]);

  if (!film || !plan) return null;
  const photos = photosOf(film);

  const from = Math.max(0, Math.floor((view.left - 200) / zoom));
  const to = Math.ceil((view.left + view.width + 200) / zoom);
  const mean = plan.entries.length > 0 ? frames / plan.entries.length : 1;
  const pictured = mean * zoom >= OWN_PICTURE;
  const ticketed = mean * zoom >= OWN_TICKET;
  const visible: ScheduledPose[] = [];
  if (ticketed) {
    for (let i = poseAt(plan, Math.min(from, frames - 1))?.index ?? 0; i < plan.entries.length; i++) {
      const entry = plan.entries[i] as ScheduledPose;
      if (entry.start > to) break;
      visible.push(entry);
    }
  }
  const here = poseAt(plan, frame);

  const frameAtPointer = (clientX: number): number => {
    const box = scroller.current?.getBoundingClientRect();
    return box ? Math.floor((clientX - box.left + (scroller.current?.scrollLeft ?? 0)) / zoom) : 0;
  };

  const scrub = (event: PointerEvent<HTMLDivElement>): void => {
    if (event.type === 'pointerdown') {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      pause();
    } else if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    goTo(frameAtPointer(event.clientX));
  };

  const pickTicket = (event: React.MouseEvent): void => {
    const at = frameAtPointer(event.clientX);
    const entry = poseAt(plan, at);
    if (!entry) return;
    choosePose(entry.pose.id, event.shiftKey ? 'range' : event.ctrlKey || event.metaKey ? 'toggle' : 'only');
    pause();
    goTo(at);
  };

  /** The place between poses that a point of the window is nearest to. */
  const placeAt = (clientX: number): typeof insertAt => {
    const at = frameAtPointer(clientX);
    const over = poseAt(plan, Math.min(frames - 1, Math.max(0, at)));
    const scene = over && film.scenes.find((each) => each.id === over.sceneId);
    if (!over || !scene) return undefined;
    const after = at >= (over.start + over.end) / 2;
    const index = scene.poses.findIndex((pose) => pose.id === over.pose.id) + (after ? 1 : 0);
    return { sceneId: scene.id, index, frame: after ? over.end : over.start };
  };

  const targetOf = (event: DragMoveEvent): typeof insertAt => {
    const start = event.activatorEvent as globalThis.PointerEvent;
    // The delta counts what was scrolled meanwhile, and so does the place under a fixed point.
    const scrolled = (scroller.current?.scrollLeft ?? 0) - dragScroll.current;
    return placeAt(start.clientX + event.delta.x - scrolled);
  };

  const dragPhotos = (event: DragEvent): void => {
    if (!carriesPhotos(event) || !canWrite) return;
    event.preventDefault();
    if (event.type === 'dragover') return setInsertAt(placeAt(event.clientX));
    const place = placeAt(event.clientX);
    setInsertAt(undefined);
    if (place) insertPhotosAt(place);
    else insertPhotos('after');
  };

  const startDrag = ({ activatorEvent }: DragStartEvent): void => {
    const grabbed = poseAt(plan, frameAtPointer((activatorEvent as globalThis.PointerEvent).clientX));
    if (!grabbed) return;
    if (!workbench().chosen.has(grabbed.pose.id)) choosePose(grabbed.pose.id, 'only');
    dragScroll.current = scroller.current?.scrollLeft ?? 0;
    setDragged([...workbench().chosen]);
  };

  const endDrag = (event: DragEndEvent): void => {
    const target = targetOf(event);
    if (target && canWrite && dragged.length > 0) movePoses(dragged, target.sceneId, target.index);
    setDragged([]);
    setInsertAt(undefined);
  };

  const active = here && visible.includes(here) ? ticketId(here.pose.id) : undefined;

  return (
    <section className={styles.strip} aria-label="Strip">
      <div className={styles.head}>
        <div>
          <h2>Picture</h2>
          <p>
            {secondsAndFrames(frames, film.settings.rate)}
            <br />
            {count(plan.entries.length, 'pose')}
          </p>
        </div>
        <div className={styles.zoom}>
          <IconButton label="Show more of the film" shortcut="O" onClick={() => zoomStrip(-1)}>
            <ZoomOut size={17} aria-hidden />
          </IconButton>
          <IconButton label="Show single frames larger" shortcut="I" onClick={() => zoomStrip(1)}>
            <ZoomIn size={17} aria-hidden />
          </IconButton>
          <IconButton label="Show the whole film" shortcut="W" onClick={zoomToAll}>
            <Expand size={16} aria-hidden />
          </IconButton>
        </div>
      </div>
      <div
        ref={scroller}
        className={styles.scroll}
        data-testid="strip-scroll"
        onDragOver={dragPhotos}
        onDragLeave={() => setInsertAt(undefined)}
        onDrop={dragPhotos}
      >
        <div
          className={styles.film}
          style={{
            width: frames * zoom + TAIL,
            ['--frame' as string]: `${zoom}px`,
            ['--hole-size' as string]: `${Math.min(4, Math.max(0.8, zoom * 0.22))}px`,
          }}
        >
          <div className={styles.ruler} onPointerDown={scrub} onPointerMove={scrub} data-testid="ruler">
            <RulerMarks rate={film.settings.rate} zoom={zoom} from={from} to={Math.min(to, frames)} />
          </div>
          {film.scenes.map((scene, i) => {
            const { start = 0, end = 0 } = plan.scenes[i] ?? {};
            const length = end - start;
            if (length === 0) return null;
            return (
              <button
                key={scene.id}
                type="button"
                className={styles.scene}
                style={{ left: start * zoom, width: length * zoom, ['--scene' as string]: sceneColour(i) }}
                aria-label={`Choose all poses of ${scene.name}`}
                onClick={() => chooseScene(scene.id)}
              >
                <span>{scene.name}</span>
              </button>
            );
          })}
          <DndContext
            sensors={sensors}
            autoScroll={{ threshold: { x: 0.1, y: 0 } }}
            onDragStart={startDrag}
            onDragMove={(event) => setInsertAt(targetOf(event))}
            onDragEnd={endDrag}
            onDragCancel={() => {
              setDragged([]);
              setInsertAt(undefined);
            }}
            accessibility={{ container: document.body }}
          >
            <TicketBand
              className={pictured ? styles.tickets : `${styles.tickets} ${styles.edges}`}
              role="listbox"
              aria-label="Poses of the film"
              aria-multiselectable
              aria-activedescendant={active}
              tabIndex={0}
              onClick={pickTicket}
            >
              {visible.map((entry) => (
                <Ticket
                  key={entry.pose.id}
                  entry={entry}
                  photo={photos.get(entry.pose.photoId)}
                  zoom={zoom}
                  total={plan.entries.length}
                  chosen={chosen.has(entry.pose.id)}
                  active={entry === here}
                  moving={insertAt !== undefined && dragged.includes(entry.pose.id)}
                  pictured={pictured}
                />
              ))}
            </TicketBand>
          </DndContext>
          {!pictured && frames > 0 && (
            <PictureBand plan={plan} photos={photos} zoom={zoom} from={from} to={to} pitch={96} />
          )}
          {!pictured &&
            chosenRuns(plan.entries, chosen).map(([start, end]) => (
              <div
                key={start}
                className={styles.veil}
                style={{ left: start * zoom, width: (end - start) * zoom }}
              />
            ))}
          {insertAt && <div className={styles.insert} style={{ left: insertAt.frame * zoom }} />}
          {frames > 0 && <div className={styles.playhead} style={{ left: (frame + 0.5) * zoom }} />}
          {frames === 0 && (
            <p className={styles.empty}>Drop numbered photos anywhere: the film grows here.</p>
          )}
        </div>
      </div>
    </section>
  );
}

/** The band of tickets: one thing to drag for dnd-kit, however many poses there are. */
function TicketBand(props: HTMLAttributes<HTMLDivElement>) {
  const { setNodeRef, listeners } = useDraggable({ id: 'tickets' });
  return <div {...props} ref={setNodeRef} {...listeners} />;
}

/** Stretches of frames whose poses are all chosen. */
function chosenRuns(entries: readonly ScheduledPose[], chosen: ReadonlySet<string>): [number, number][] {
  const runs: [number, number][] = [];
  for (const { pose, start, end } of entries) {
    if (!chosen.has(pose.id)) continue;
    const last = runs.at(-1);
    if (last && last[1] === start) last[1] = end;
    else runs.push([start, end]);
  }
  return runs;
}
