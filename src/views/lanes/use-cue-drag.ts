import { useRef, useState, type MouseEvent, type PointerEvent } from 'react';
import { applyEdit } from '../../core/edits/apply-edit';
import type { Edit } from '../../core/edits/edit';
import { placeCues } from '../../core/film/cue-place';
import type { Film } from '../../core/film/film';
import { edit } from '../../state/document/edit-film';
import { selectionNow } from '../../state/selection/selection';
import { chooseCue, chooseNoCue, showCuePanel, tieBy } from '../../state/sound/cues';
import { cueDragEdit, type GrabbedCue, type Grip } from './cue-drag-edit';
import type { LaneRow } from './lane-layout';

interface Held extends GrabbedCue {
  readonly clientX: number;
  readonly clientY: number;
}

/** Below so many pixels a cue is touched, not dragged. */
const TOUCH = 3;
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

/** Dragging cues along and across lanes, by their edges, their fades, and their level. With alt nothing snaps to beats and frames. */
export function useCueDrag(
  film: Film,
  rows: readonly LaneRow[],
  samplesAPixel: number,
  enabled: boolean,
): CueDrag {
  const grabbed = useRef<Held>(undefined);
  const [change, setChange] = useState<Edit>();

  const editFor = (event: PointerEvent, held: Held): Edit | undefined => {
    const { cue, sound } = held.placed;
    // What is done to one of the chosen is done to all of them.
    const { chosenCues } = selectionNow();
    // Beats that are dragged along are nothing to be caught on.
    const near = sound.beats ? 0 : CATCH * samplesAPixel;
    return cueDragEdit(film, rows, held, chosenCues.has(cue.id) ? chosenCues : [cue.id], {
      along: Math.round((event.clientX - held.clientX) * samplesAPixel),
      down: event.clientY - held.clientY,
      near: event.altKey ? undefined : near,
    });
  };

  const letGo = (): void => {
    grabbed.current = undefined;
    setChange(undefined);
  };

  return {
    film: change ? applyEdit(film, change) : film,
    handlers: {
      onPointerDown: (event) => {
        // Two fingers come closer: they drag nothing.
        if (!event.isPrimary) return letGo();
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
        showCuePanel();
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
