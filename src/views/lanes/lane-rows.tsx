import { useDeferredValue, useMemo, useState, type DragEvent } from 'react';
import { placeCues, type PlacedCue } from '../../core/film/cue-place';
import type { Film } from '../../core/film/film';
import { placedTranscriptOf } from '../../core/film/placed-transcript';
import { pinnedFrame } from '../../core/film/moments';
import { scheduleOf } from '../../core/film/schedule';
import { samplesAFrame } from '../../core/time/frames';
import { laySound } from '../../state/sound/cues';
import { useDocument } from '../../state/document/document';
import { useSelection } from '../../state/selection/selection';
import { carriesSound, draggedSound } from '../dragged-sound';
import { LaneCues } from './lane-cues';
import { LaneDrawing } from './lane-drawing';
import type { LaneRow } from './lane-layout';
import styles from './lanes.module.css';
import { useCueDrag } from './use-cue-drag';

const NONE: readonly PlacedCue[] = [];

interface LaneRowsProps {
  readonly film: Film;
  readonly rows: readonly LaneRow[];
  readonly zoom: number;
  /** What is in sight, in pixels of the film. */
  readonly left: number;
  readonly width: number;
  /** How far the strip reaches, in pixels. */
  readonly reach: number;
  /** From their top up to the middle of the tickets, in pixels. */
  readonly toTickets: number;
  readonly frameAt: (clientX: number) => number;
}

/** The lanes under the poses, with their cues. */
export function LaneRows({ film, rows, zoom, left, reach, toTickets, frameAt, ...props }: LaneRowsProps) {
  const chosen = useSelection((state) => state.chosenCues);
  const canWrite = useDocument((state) => state.canWrite);
  const [over, setOver] = useState<string>();
  const { rate } = film.settings;
  const samplesAPixel = samplesAFrame(rate) / zoom;
  const drag = useCueDrag(film, rows, samplesAPixel, canWrite);
  const plan = scheduleOf(drag.film);
  const total = plan.frames * samplesAFrame(rate);
  // The same lists until the film changes: waveforms are not drawn anew for every pose that is played.
  const placed = useMemo(() => placeCues(drag.film), [drag.film]);
  const byLane = useMemo(() => {
    const lanes = new Map<string, PlacedCue[]>();
    for (const each of placed) lanes.set(each.lane.id, [...(lanes.get(each.lane.id) ?? []), each]);
    return lanes;
  }, [placed]);
  // As far as the strip or the last cue: it could be scrolled past its end otherwise.
  const ends = placed.reduce((far, { end }) => Math.max(far, end / samplesAPixel), reach);
  const width = Math.max(0, Math.min(props.width, ends - left));
  const sight = useMemo(
    () => ({ from: left * samplesAPixel, samplesAPixel, width }),
    [left, samplesAPixel, width],
  );
  // What is grabbed follows what is drawn in a task of its own: zooming two hundred cues draws no frame late for it.
  const later = useDeferredValue(sight);
  const until = sight.from + width * samplesAPixel;

  const drop = (event: DragEvent, laneId: string): void => {
    const id = draggedSound(event);
    const sound = film.sounds.find((each) => each.id === id);
    setOver(undefined);
    if (!sound || !canWrite) return;
    event.preventDefault();
    laySound(sound, laneId, Math.max(0, Math.round(frameAt(event.clientX))));
  };

  return (
    <div className={styles.lanes} {...drag.handlers}>
      {rows.map(({ lane, top, height }) => {
        const here = byLane.get(lane.id) ?? NONE;
        return (
          <div
            key={lane.id}
            className={over === lane.id ? `${styles.lane} ${styles.over}` : styles.lane}
            data-kind={lane.kind}
            data-silent={lane.muted ? 'true' : undefined}
            style={{ top, height }}
            onDragOver={(event) => {
              if (!carriesSound(event) || !canWrite) return;
              event.preventDefault();
              setOver(lane.id);
            }}
            onDragLeave={() => setOver(undefined)}
            onDrop={(event) => drop(event, lane.id)}
          >
            <LaneDrawing
              placed={here}
              chosen={chosen}
              folded={lane.folded ?? false}
              left={left}
              window={{ ...sight, height }}
            />
            {!lane.folded &&
              placedTranscriptOf(drag.film, here)
                .filter(({ start, end }) => end > sight.from && start < until)
                .map(({ word, placed: within, start }) => (
                  <span
                    key={`${within.cue.id}.${within.showing}.${word.id}`}
                    className={styles.word}
                    style={{ left: start / samplesAPixel }}
                  >
                    {word.text}
                  </span>
                ))}
            <LaneCues placed={here} chosen={chosen} total={total} sight={later} />
          </div>
        );
      })}
      {placed.map(({ cue, lane, loose, showing }) => {
        const row = rows.find((each) => each.lane.id === lane.id);
        if (!chosen.has(cue.id) || cue.pin.to === 'time' || loose || !row) return null;
        // What is tied to what: a thread from the pose down to the cue.
        const at = pinnedFrame(plan, { ...cue.pin.at, showing }) + cue.pin.nudge;
        return (
          <div
            key={`${cue.id}.${showing}`}
            className={styles.thread}
            style={{ left: at * zoom, top: -toTickets, height: row.top + toTickets }}
            aria-hidden
          />
        );
      })}
    </div>
  );
}
