import { useRef, useState, type MouseEvent, type PointerEvent } from 'react';
import { placeCues, samplesToPin, type PlacedCue } from '../../core/film/cue-place';
import { applyEdit } from '../../core/edits/apply-edit';
import { markCuesEdit, moveCuesEdit, raiseCuesEdit, trimCuesEdit } from '../../core/edits/cue-edits';
import { nearestBeat } from '../../core/edits/beat-edits';
import type { Edit } from '../../core/edits/edit';
import type { Film } from '../../core/film/film';
import { beatsOf } from '../../core/film/placed-beats';
import { nearestFrame } from '../../core/time/beats';
import { faderLevel, faderPlace } from '../../core/sound/level';
import { frameToSample } from '../../core/time/frames';
import { chooseCue, chooseNoCue, tieBy } from '../../state/sound/cues';
import { edit } from '../../state/document/edit-film';
import { selectionNow } from '../../state/selection/selection';
import type { LaneRow } from './lane-layout';

type Grip = 'move' | 'start' | 'end' | 'fade-in' | 'fade-out' | 'level';

interface Grabbed {
  readonly placed: PlacedCue;
  readonly grip: Grip;
  readonly clientX: number;
  readonly clientY: number;
  readonly laneIndex: number;
}

/** Below so many pixels a cue is touched, not dragged. */
const TOUCH = 3;
/** Pixels of a lane above and below the boxes of its cues. */
const BOX_EDGES = 3;
/** As near to a beat, in pixels, it is caught. */
const CATCH = 6;

interface CueDrag {
  /** The film as it would become; the film itself where nothing is dragged. */
  readonly film: Film;
  readonly handlers: {
    readonly onPointerDown: (event: PointerEvent) => void;
    readonly onPointerMove: (event: PointerEvent) => void;
    readonly onPointerUp: () => void;
    readonly onPointerCancel: () => void;
    readonly onDoubleClick: (event: MouseEvent) => void;
  };
}

/** A sample moved onto a beat, where one lies nearer than `near`, else to the nearest start of a frame. */
function caught(film: Film, sample: number, near: number): number {
  const beat = nearestBeat(beatsOf(film), sample);
  if (beat && Math.abs(beat.sample - sample) < near) return beat.sample;
  return frameToSample(nearestFrame(sample, film.settings.rate), film.settings.rate);
}

/** Dragging cues along and across lanes, by their edges, their fades, and their level. With alt nothing snaps to beats and frames. */
export function useCueDrag(
  film: Film,
  rows: readonly LaneRow[],
  samplesAPixel: number,
  enabled: boolean,
): CueDrag {
  const grabbed = useRef<Grabbed>(undefined);
  const [change, setChange] = useState<Edit>();

  const editFor = (
    event: PointerEvent,
    { placed, grip, clientX, laneIndex, clientY }: Grabbed,
  ): Edit | undefined => {
    const by = Math.round((event.clientX - clientX) * samplesAPixel);
    const { cue, sound, start, heardUntil } = placed;
    // Beats that are dragged along are nothing to be caught on.
    const near = sound.beats ? 0 : CATCH * samplesAPixel;
    const snapped = (sample: number): number => (event.altKey ? sample : caught(film, sample, near));
    // What is done to one of the chosen is done to all of them.
    const { chosenCues } = selectionNow();
    const ids = chosenCues.has(cue.id) ? chosenCues : [cue.id];
    switch (grip) {
      case 'move': {
        // What is tied to the pose comes to lie on a frame.
        const toPin = samplesToPin(cue);
        const shift = snapped(start + toPin + by) - start - toPin;
        const height = rows[laneIndex]?.height ?? 1;
        const across = laneIndex + Math.round((event.clientY - clientY) / height);
        const lane = rows[Math.min(rows.length - 1, Math.max(0, across))]?.lane.id;
        return moveCuesEdit(film, ids, shift, lane === cue.laneId ? undefined : lane);
      }
      case 'start':
      case 'end': {
        const edge = grip === 'start' ? start : start + cue.to - cue.from;
        const trimmed = trimCuesEdit(film, ids, grip, snapped(edge + by) - edge);
        return trimmed.ok ? trimmed.value : undefined;
      }
      case 'level': {
        const height = (rows[laneIndex]?.height ?? 1) - BOX_EDGES;
        const level = faderLevel(faderPlace(cue.level) - (event.clientY - clientY) / height);
        return level === cue.level ? undefined : raiseCuesEdit(film, ids, level - cue.level);
      }
      case 'fade-in':
      case 'fade-out': {
        const key = grip === 'fade-in' ? 'fadeIn' : 'fadeOut';
        const before = cue[key];
        const length = heardUntil - start;
        const samples = Math.min(
          length,
          Math.max(0, (before?.samples ?? 0) + (grip === 'fade-in' ? by : -by)),
        );
        const fade = samples === 0 ? undefined : { samples, curve: before?.curve ?? 'power' };
        return markCuesEdit(film, ids, grip === 'fade-in' ? 'Fade-in set' : 'Fade-out set', {
          [key]: fade,
        });
      }
    }
  };

  const letGo = (): void => {
    grabbed.current = undefined;
    setChange(undefined);
  };

  return {
    film: change ? applyEdit(film, change) : film,
    handlers: {
      onPointerDown: (event) => {
        const box = (event.target as HTMLElement).closest<HTMLElement>('[data-cue]');
        if (event.button !== 0) return;
        if (!box) return chooseNoCue();
        const id = box.dataset.cue ?? '';
        const placed = placeCues(film).find(
          ({ cue, showing }) => cue.id === id && showing === Number(box.dataset.showing),
        );
        if (!placed) return;
        const toggles = event.shiftKey || event.ctrlKey || event.metaKey;
        if (toggles || !selectionNow().chosenCues.has(id)) chooseCue(id, toggles ? 'toggle' : 'only');
        if (!enabled || toggles) return;
        const attack = (event.target as HTMLElement).dataset.attack;
        if (attack !== undefined) return tieBy(id, Number(attack));
        event.currentTarget.setPointerCapture(event.pointerId);
        grabbed.current = {
          placed,
          grip: ((event.target as HTMLElement).dataset.grip as Grip | undefined) ?? 'move',
          clientX: event.clientX,
          clientY: event.clientY,
          laneIndex: rows.findIndex(({ lane }) => lane.id === placed.cue.laneId),
        };
      },
      onPointerMove: (event) => {
        const held = grabbed.current;
        if (!held) return;
        const far = Math.hypot(event.clientX - held.clientX, event.clientY - held.clientY) >= TOUCH;
        if (change || far) setChange(editFor(event, held));
      },
      onPointerUp: () => {
        if (grabbed.current && change) edit(change);
        letGo();
      },
      onPointerCancel: letGo,
      // Where no attack was found a person says where it is.
      onDoubleClick: (event) => {
        const box = (event.target as HTMLElement).closest<HTMLElement>('[data-cue]');
        const placed = box && placeCues(film).find(({ cue }) => cue.id === box.dataset.cue);
        if (!placed || !enabled || (event.target as HTMLElement).dataset.grip !== undefined) return;
        const { cue } = placed;
        const into = Math.round((event.clientX - box.getBoundingClientRect().left) * samplesAPixel);
        tieBy(cue.id, cue.reversed ? cue.to - into : cue.from + into);
      },
    },
  };
}
