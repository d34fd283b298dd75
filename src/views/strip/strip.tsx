import { useTransport } from '../../state/transport/transport';
import { photosById } from '../../core/film/film';
import { DndContext } from '@dnd-kit/core';
import { useMemo, useRef, type CSSProperties, type PointerEvent } from 'react';
import { beatsOf } from '../../core/film/placed-beats';
import { placedFlags } from '../../core/film/moments';
import { lostMends } from '../../core/film/lost-mends';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { samplesAFrame } from '../../core/time/frames';
import { STAGE_FACTS } from '../../state/shell/stages';
import { useDocument, useFilm } from '../../state/document/document';
import { useSelection } from '../../state/selection/selection';
import { useShell } from '../../state/shell/shell';
import { TAIL, useZoom } from '../../state/transport/zoom';
import { laneRows } from '../lanes/lane-layout';
import { BeatGrid } from '../lanes/beat-grid';
import { LaneRows } from '../lanes/lane-rows';
import { CycleBands } from './cycle-bands';
import { FlagRow } from './flag-row';
import { MendCurve } from './mend-curve';
import { MendMarks } from './mend-marks';
import { PoseLens } from './pose-lens';
import { NextShot } from './next-shot';
import { pickTicket } from './pick-ticket';
import { Playhead } from './playhead';
import { PointShades } from './point-shades';
import { RulerMarks } from './ruler';
import { SceneBands } from './scene-bands';
import { scrubRuler } from './scrub-ruler';
import { StretchedHold } from './stretched-hold';
import { StripHead } from './strip-head';
import styles from './strip.module.css';
import { TicketBand } from './ticket-band';
import { TicketDrawing } from './ticket-drawing';
import { showsTickets, sightOf } from './ticket-sight';
import { useHoldDrag } from './use-hold-drag';
import { usePoseDrag } from './use-pose-drag';
import { useRunChoice } from './use-run-choice';
import { stripParts } from './strip-parts';
import { stripHeights, stripRows, type StripRows } from './strip-rows';
import { useHeight } from '../use-height';
import { SIGHT_STEP, useStripScroll } from './use-strip-scroll';

const NONE: readonly string[] = [];

/** Where rows lie, as the style sheet takes it. */
const topsInStyle = ({
  flags,
  scenes,
  tickets,
  band,
  marks,
  cycles,
  lanes,
  total,
}: StripRows): CSSProperties =>
  ({
    '--flags-top': `${flags}px`,
    '--scenes-top': `${scenes}px`,
    '--marks-top': `${marks}px`,
    '--tickets-top': `${tickets}px`,
    '--band': `${band}px`,
    '--cycles-top': `${cycles}px`,
    '--lanes-top': `${lanes}px`,
    '--total': `${total}px`,
  }) as CSSProperties;

/** The film from left to right, under all stages. */
export function Strip() {
  const film = useFilm();
  const chosen = useSelection((state) => state.chosen);
  const here = useTransport(({ frame }) => film && poseAt(scheduleOf(film), frame)?.index);
  const canWrite = useDocument((state) => state.canWrite);
  const stage = useShell((state) => state.stage);
  const unit = useShell((state) => state.ruler);
  const zoom = useZoom();
  const scroller = useRef<HTMLDivElement>(null);
  const view = useStripScroll(scroller, zoom);
  const plan = film && scheduleOf(film);

  const frameAt = (clientX: number): number => {
    const box = scroller.current?.getBoundingClientRect();
    return box ? (clientX - box.left + (scroller.current?.scrollLeft ?? 0)) / zoom : 0;
  };
  const { gap, dragged, context, photos: photoDrag } = usePoseDrag(scroller, film, plan, frameAt);
  const holdDrag = useHoldDrag(plan, zoom, frameAt);
  const left = Math.max(0, view.left - SIGHT_STEP);
  // No further than the film: the strip could be scrolled past its end.
  const reach = Math.max(view.width, (plan?.frames ?? 0) * zoom + TAIL);
  const width = Math.max(0, Math.min(view.width + 3 * SIGHT_STEP, reach - left));
  const seen = useMemo(() => ({ zoom, left, width }), [zoom, left, width]);
  const sight = useMemo(() => plan && sightOf(plan, seen), [plan, seen]);

  const run = useRunChoice(plan, sight !== undefined && !showsTickets(sight), frameAt);

  // The same rows until the film changes: their heads are not drawn anew as the strip is zoomed.
  const whole = useRef<HTMLElement>(null);
  const height = useHeight(whole);
  // Lower lanes rather than one that is out of sight.
  const low = film !== undefined && height > 0 && stripHeights(stripParts(film, stage)).least > height;
  const lanes = useMemo(() => (film ? laneRows(film, stage, low) : []), [film, stage, low]);

  if (!film || !plan || !sight) return null;
  const { frames } = plan;
  const { rate } = film.settings;
  const photos = photosById(film);
  const { from, to } = sight;
  const tops = stripRows(stripParts(film, stage, low), height);

  const scrub = (event: PointerEvent<HTMLDivElement>): void => scrubRuler(plan, frameAt, event);
  const beats = STAGE_FACTS[stage].strip.beats ? beatsOf(film) : [];

  return (
    <section ref={whole} className={styles.strip} style={topsInStyle(tops)} aria-label="Strip">
      <StripHead film={film} plan={plan} lanes={lanes} />
      <div ref={scroller} className={styles.scroll} data-testid="strip-scroll" {...photoDrag}>
        <div className={styles.film} style={{ width: frames * zoom + TAIL }}>
          <div className={styles.ruler} onPointerDown={scrub} onPointerMove={scrub} data-testid="ruler">
            <RulerMarks rate={rate} zoom={zoom} from={from} to={to} unit={unit} />
          </div>
          {tops.curveHeight > 0 && (
            <MendCurve film={film} sight={sight} top={tops.curve} height={tops.curveHeight} />
          )}
          {tops.curveHeight > 0 && <MendMarks film={film} sight={sight} />}
          <FlagRow flags={placedFlags(film, plan)} zoom={zoom} />
          <SceneBands film={film} plan={plan} zoom={zoom} />
          <TicketDrawing
            sight={sight}
            film={film}
            chosen={chosen}
            dragged={gap ? dragged : NONE}
            height={tops.band}
          />
          <div className={styles.around} {...run.handlers}>
            <DndContext
              {...context}
              autoScroll={{ threshold: { x: 0.1, y: 0 } }}
              accessibility={{ container: document.body }}
            >
              <TicketBand
                plan={plan}
                seen={seen}
                photos={photos}
                lost={lostMends(film)}
                chosen={chosen}
                here={here}
                canWrite={canWrite}
                onClick={(event) => pickTicket(plan, frameAt, event)}
                {...holdDrag.handlers}
              />
            </DndContext>
          </div>
          <CycleBands film={film} plan={plan} zoom={zoom} />
          <PointShades film={film} plan={plan} zoom={zoom} />
          {gap && <div className={styles.insert} style={{ left: gap.frame * zoom }} />}
          {holdDrag.drag && <StretchedHold drag={holdDrag.drag} rate={rate} zoom={zoom} />}
          {lanes.length > 0 && (
            <LaneRows
              film={film}
              rows={lanes}
              zoom={zoom}
              left={left}
              width={view.width + 3 * SIGHT_STEP}
              reach={reach}
              toTickets={tops.lanes - tops.tickets - tops.band / 2}
              frameAt={frameAt}
            />
          )}
          {beats.length > 0 && (
            <BeatGrid beats={beats} samplesAPixel={samplesAFrame(rate) / zoom} left={left} width={width} />
          )}
          {run.meant && <PoseLens film={film} meant={run.meant} />}
          {stage === 'shoot' && frames > 0 && <NextShot film={film} zoom={zoom} />}
          {frames > 0 && <Playhead zoom={zoom} />}
          {frames === 0 && (
            <p className={styles.empty}>
              {stage === 'shoot'
                ? 'The first photo appears here.'
                : 'Drop numbered photos anywhere: they appear here.'}
            </p>
          )}
        </div>
      </div>
    </section>
  );
}
