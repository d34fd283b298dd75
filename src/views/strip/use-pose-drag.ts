import {
  type DragEndEvent,
  type DragMoveEvent,
  type DragStartEvent,
  type SensorDescriptor,
  type SensorOptions,
} from '@dnd-kit/core';
import { useRef, useState, type DragEvent, type RefObject } from 'react';
import type { Film } from '../../core/film/film';
import { gapAt, type PlacedGap } from '../../core/edits/gap-at';
import { poseAt, type Schedule } from '../../core/film/schedule';
import { movePoses } from '../../state/poses/arrange-poses';
import { choosePose } from '../../state/selection/choose';
import { insertPhotosAt } from '../../state/photos/use-photos';
import { documentNow } from '../../state/document/document';
import { selectionNow } from '../../state/selection/selection';
import { carriesPhotos } from '../dragged-photos';
import { beganAt, useDragSensors } from '../use-drag-sensors';

interface PoseDrag {
  /** Where what is dragged would land. */
  readonly gap: PlacedGap | undefined;
  /** Poses that are dragged, by id. */
  readonly dragged: readonly string[];
  readonly context: {
    readonly sensors: SensorDescriptor<SensorOptions>[];
    readonly onDragStart: (event: DragStartEvent) => void;
    readonly onDragMove: (event: DragMoveEvent) => void;
    readonly onDragEnd: (event: DragEndEvent) => void;
    readonly onDragCancel: () => void;
  };
  /** Photos of the tray dragged onto the strip. */
  readonly photos: {
    readonly onDragOver: (event: DragEvent) => void;
    readonly onDragLeave: () => void;
    readonly onDrop: (event: DragEvent) => void;
  };
}

/** Poses and photos dragged to a gap between poses. */
export function usePoseDrag(
  scroller: RefObject<HTMLDivElement | null>,
  film: Film | undefined,
  plan: Schedule | undefined,
  frameAt: (clientX: number) => number,
): PoseDrag {
  const scrolledFrom = useRef(0);
  const [gap, setGap] = useState<PlacedGap>();
  const [dragged, setDragged] = useState<readonly string[]>([]);
  const sensors = useDragSensors();

  const gapUnder = (clientX: number): PlacedGap | undefined =>
    film && plan && gapAt(film, plan, frameAt(clientX));

  const target = (event: DragMoveEvent): PlacedGap | undefined => {
    // The delta counts what was scrolled meanwhile, and so does the place under a fixed point.
    const scrolled = (scroller.current?.scrollLeft ?? 0) - scrolledFrom.current;
    return gapUnder(beganAt(event.activatorEvent).clientX + event.delta.x - scrolled);
  };

  const letGo = (): void => {
    setDragged([]);
    setGap(undefined);
  };

  return {
    gap,
    dragged,
    context: {
      sensors,
      onDragStart: ({ activatorEvent }) => {
        const grabbed = plan && poseAt(plan, Math.floor(frameAt(beganAt(activatorEvent).clientX)));
        if (!grabbed) return;
        if (!selectionNow().chosen.has(grabbed.pose.id)) choosePose(grabbed.pose.id, 'only');
        scrolledFrom.current = scroller.current?.scrollLeft ?? 0;
        setDragged([...selectionNow().chosen]);
      },
      onDragMove: (event) => setGap(target(event)),
      onDragEnd: (event) => {
        const to = target(event);
        if (to && documentNow().canWrite && dragged.length > 0) movePoses(dragged, to);
        letGo();
      },
      onDragCancel: letGo,
    },
    photos: {
      onDragOver: (event) => {
        if (!carriesPhotos(event) || !documentNow().canWrite) return;
        event.preventDefault();
        setGap(gapUnder(event.clientX));
      },
      onDragLeave: () => setGap(undefined),
      onDrop: (event) => {
        if (!carriesPhotos(event) || !documentNow().canWrite) return;
        event.preventDefault();
        const place = gapUnder(event.clientX);
        setGap(undefined);
        if (place) insertPhotosAt(place);
      },
    },
  };
}
