import { DndContext, useDraggable } from '@dnd-kit/core';
import { useMemo, useRef, type HTMLAttributes, type MouseEvent, type PointerEvent } from 'react';
import { beatsOf } from '../../core/film/placed-beats';
import { placedFlags, placeOf } from '../../core/film/moments';
import { poseAt, scheduleOf, showingsBetween, type ScheduledPose } from '../../core/film/schedule';
import { count, lengthWords } from '../../core/time/words';
import { samplesAFrame } from '../../core/time/frames';
import { choosePose } from '../../state/choose';
import { dragTo, goTo, pause } from '../../state/player';
import { photosOf, useFilm, useWorkbench } from '../../state/workbench';
import { TAIL, zoomOf } from '../../state/zoom';
import { laneRows, lanesHeight } from '../lanes/lane-layout';
import { BeatGrid } from '../lanes/beat-grid';
import { LaneRows } from '../lanes/lane-rows';
import { CycleBands } from './cycle-bands';
import { FlagRow } from './flag-row';
import { PictureBand } from './picture-band';
import { Playhead } from './playhead';
import { RulerMarks } from './ruler';
import { SceneBands } from './scene-bands';
import { StripHead } from './strip-head';
import styles from './strip.module.css';
import { TicketEdges } from './ticket-edges';
import { Ticket, ticketId } from './ticket';
import { useHoldDrag } from './use-hold-drag';
import { usePoseDrag } from './use-pose-drag';
import { SIGHT_STEP, useStripScroll } from './use-strip-scroll';

/** Edges of tickets narrower than this, in pixels, cannot be dragged: nothing would be left to grab them by. */
const OWN_GRIP = 14;
/**
 * Tickets narrower than this, in pixels, show no picture of their own; below the second only the lines between them are
 * drawn, below the third nothing.
 */
const OWN_PICTURE = 30;
const OWN_TICKET = 9;
const OWN_EDGE = 2;

/** The film from left to right, under all stages. */
export function Strip() {
  const film = useFilm();
  const chosen = useWorkbench((state) => state.chosen);
  const here = useWorkbench((state) => {
    const open = state.history?.film;
    return open && poseAt(scheduleOf(open), state.frame)?.index;
  });
  const canWrite = useWorkbench((state) => state.canWrite);
  const stage = useWorkbench((state) => state.stage);
  const unit = useWorkbench((state) => state.ruler);
  const zoom = useWorkbench(zoomOf);
  const scroller = useRef<HTMLDivElement>(null);
  const view = useStripScroll(scroller, zoom);
  const plan = film && scheduleOf(film);

  const frameAt = (clientX: number): number => {
    const box = scroller.current?.getBoundingClientRect();
    return box ? (clientX - box.left + (scroller.current?.scrollLeft ?? 0)) / zoom : 0;
  };
  const { gap, dragged, context, photos: photoDrag } = usePoseDrag(scroller, film, plan, frameAt);
  const holdDrag = useHoldDrag(plan, zoom, frameAt);
  const veils = useMemo(() => (plan ? chosenRuns(plan.poses, chosen) : []), [plan, chosen]);

  if (!film || !plan) return null;
  const { frames } = plan;
  const { rate } = film.settings;
  const photos = photosOf(film);
  const from = Math.max(0, Math.floor((view.left - SIGHT_STEP) / zoom));
  const to = Math.min(frames, Math.ceil((view.left + view.width + 2 * SIGHT_STEP) / zoom));
  const mean = plan.count > 0 ? frames / plan.count : 1;
  const pictured = mean * zoom >= OWN_PICTURE;
  const ticketed = mean * zoom >= OWN_TICKET;
  const visible = mean * zoom >= OWN_EDGE ? [...showingsBetween(plan, Math.min(from, frames - 1), to)] : [];

  // With shift the playhead catches on the starts of poses.
  const scrub = (event: PointerEvent<HTMLDivElement>): void => {
    if (event.type === 'pointerdown') {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      pause();
    } else if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const at = Math.floor(frameAt(event.clientX));
    const to = event.shiftKey ? (poseAt(plan, Math.min(frames - 1, Math.max(0, at)))?.start ?? at) : at;
    if (event.type === 'pointerdown') goTo(to);
    else dragTo(to);
  };

  const pickTicket = (event: MouseEvent): void => {
    const at = Math.floor(frameAt(event.clientX));
    const entry = poseAt(plan, at);
    if (!entry) return;
    choosePose(entry.pose.id, event.shiftKey ? 'range' : event.ctrlKey || event.metaKey ? 'toggle' : 'only');
    pause();
    goTo(at);
  };

  const active =
    ticketed && here !== undefined && visible.some((entry) => entry.index === here)
      ? ticketId(here)
      : undefined;
  const { range } = film;
  const inFrame = range.in && placeOf(plan, range.in).frame;
  const outFrame = range.out && placeOf(plan, range.out).frame + 1;
  const { drag } = holdDrag;
  const lanes = laneRows(film, stage);
  const beats = stage === 'sound' || stage === 'time' ? beatsOf(film) : [];

  return (
    <section
      className={styles.strip}
      style={{ ['--lanes' as string]: `${lanesHeight(lanes)}px` }}
      aria-label="Strip"
    >
      <StripHead film={film} plan={plan} lanes={lanes} />
      <div ref={scroller} className={styles.scroll} data-testid="strip-scroll" {...photoDrag}>
        <div className={styles.film} style={{ width: frames * zoom + TAIL }}>
          <div className={styles.ruler} onPointerDown={scrub} onPointerMove={scrub} data-testid="ruler">
            <RulerMarks rate={rate} zoom={zoom} from={from} to={to} unit={unit} />
          </div>
          <FlagRow flags={placedFlags(film, plan)} zoom={zoom} />
          <SceneBands film={film} plan={plan} zoom={zoom} />
          <DndContext
            {...context}
            autoScroll={{ threshold: { x: 0.1, y: 0 } }}
            accessibility={{ container: document.body }}
          >
            <TicketBand
              className={[styles.tickets, !pictured && styles.edges, !pictured && ticketed && styles.punched]
                .filter(Boolean)
                .join(' ')}
              role="listbox"
              aria-label="Poses of the film"
              aria-multiselectable
              aria-activedescendant={active}
              tabIndex={0}
              onClick={pickTicket}
              style={{
                ['--frame' as string]: `${zoom}px`,
                ['--tail' as string]: `${TAIL}px`,
                ['--hole-size' as string]: `${Math.min(4, Math.max(0.8, zoom * 0.22))}px`,
              }}
              {...holdDrag.handlers}
            >
              {ticketed &&
                visible.map((entry) => (
                  <Ticket
                    key={entry.index}
                    entry={entry}
                    photo={photos.get(entry.pose.photoId)}
                    total={plan.count}
                    chosen={chosen.has(entry.pose.id)}
                    active={entry.index === here}
                    moving={gap !== undefined && dragged.includes(entry.pose.id)}
                    pictured={pictured}
                    stretchy={canWrite && entry.pose.hold * zoom >= OWN_GRIP}
                  />
                ))}
            </TicketBand>
          </DndContext>
          {!ticketed && <TicketEdges entries={visible} zoom={zoom} />}
          <CycleBands film={film} plan={plan} zoom={zoom} />
          {!pictured && frames > 0 && (
            <PictureBand plan={plan} photos={photos} zoom={zoom} from={from} to={to} pitch={96} />
          )}
          {!pictured &&
            veils.map(([start, end]) => (
              <div
                key={start}
                className={styles.veil}
                style={{ left: start * zoom, width: (end - start) * zoom }}
              />
            ))}
          {inFrame !== undefined && (
            <div
              className={styles.outside}
              style={{ left: 0, width: inFrame * zoom }}
              data-testid="in-point"
            />
          )}
          {outFrame !== undefined && (
            <div
              className={styles.outside}
              data-testid="out-point"
              style={{ left: outFrame * zoom, width: Math.max(0, (frames - outFrame) * zoom) }}
            />
          )}
          {gap && <div className={styles.insert} style={{ left: gap.frame * zoom }} />}
          {drag && (
            <div
              className={styles.stretched}
              style={{ left: drag.entry.start * zoom, width: drag.hold * zoom }}
            >
              <span>
                {lengthWords(drag.hold, rate)}
                {drag.poses > 1 && ` for ${count(drag.poses, 'pose')}`}
              </span>
            </div>
          )}
          {lanes.length > 0 && (
            <LaneRows
              film={film}
              rows={lanes}
              zoom={zoom}
              left={Math.max(0, view.left - SIGHT_STEP)}
              width={view.width + 3 * SIGHT_STEP}
              frameAt={frameAt}
            />
          )}
          {beats.length > 0 && (
            <BeatGrid
              beats={beats}
              samplesAPixel={samplesAFrame(rate) / zoom}
              left={Math.max(0, view.left - SIGHT_STEP)}
              width={view.width + 3 * SIGHT_STEP}
            />
          )}
          {frames > 0 && <Playhead zoom={zoom} />}
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
