import { photoRecipe } from '../../core/film/recipe-of';
import { DndContext, useDraggable, type DragEndEvent, type DragMoveEvent } from '@dnd-kit/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import GripVertical from 'lucide-react/icons/grip-vertical';
import { memo, useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import type { IntakeRow } from '../../core/film/intake/intake-row';
import { rowWords, type RowNotice } from '../../core/film/intake/notices';
import type { RowOrder } from '../../core/film/intake/order-rows';
import { pathOf, runningNumber } from '../../core/film/numbering';
import { count, formatSize } from '../../core/time/format';
import { leaveOut, moveRow, setOrder } from '../../state/photos/arrange-intake';
import { useLookOver } from '../../state/photos/look-over';
import { Thumbnail } from '../thumbnail';
import { beganAt, useDragSensors } from '../use-drag-sensors';
import styles from './intake-table.module.css';

const ROW_HEIGHT = 52;

const COLUMNS: readonly { label: string; order?: RowOrder }[] = [
  { label: 'Use' },
  { label: 'Photo' },
  { label: 'Name', order: 'name' },
  { label: 'Number', order: 'number' },
  { label: 'Taken', order: 'time' },
  { label: 'Pixels', order: 'pixels' },
  { label: 'Size', order: 'bytes' },
  { label: 'Noticed' },
];

/** Capture times are by the camera's own clock, taken as UTC. */
const TIME = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'medium', timeZone: 'UTC' });

interface IntakeTableProps {
  readonly rows: readonly IntakeRow[];
  /** Whether these are all rows there are; only then can they be moved. */
  readonly whole: boolean;
  readonly order: RowOrder | undefined;
  readonly notices: ReadonlyMap<string, readonly RowNotice[]>;
}

/** What came in, a row a file; sorted by its headings, rows moved by dragging or with Alt and the arrow keys. */
export const IntakeTable = memo(function IntakeTable({ rows, whole, order, notices }: IntakeTableProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const body = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<{ id: string; index: number }>();
  const sensors = useDragSensors();
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 8,
    getItemKey: (index) => rows[index]?.id ?? index,
  });

  const at = useLookOver((state) => state.at);
  const place = at === undefined ? -1 : rows.findIndex((row) => row.id === at);
  useEffect(() => {
    if (place >= 0) virtual.scrollToIndex(place, { align: 'center' });
  }, [virtual, place]);

  /** The place between rows that the pointer is nearest to. */
  const placeAt = ({ activatorEvent, delta }: DragMoveEvent): number => {
    const top = body.current?.getBoundingClientRect().top ?? 0;
    const y = beganAt(activatorEvent).clientY + delta.y - top;
    return Math.min(rows.length, Math.max(0, Math.round(y / ROW_HEIGHT)));
  };

  const endDrag = (event: DragEndEvent): void => {
    const from = rows.findIndex((row) => row.id === event.active.id);
    const to = placeAt(event);
    // The row itself no longer counts among those before its new place.
    if (from >= 0) moveRow(String(event.active.id), to > from ? to - 1 : to);
    setDrag(undefined);
  };

  const moveByKey = (event: KeyboardEvent, index: number): void => {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const row = rows[index];
    if (!whole || !event.altKey || by === 0 || !row) return;
    event.preventDefault();
    event.stopPropagation();
    moveRow(row.id, Math.min(rows.length - 1, Math.max(0, index + by)));
    virtual.scrollToIndex(index + by);
  };

  return (
    <div
      ref={scroller}
      className={styles.table}
      role="table"
      aria-label={`Photos to add, ${count(rows.length, 'file')}`}
      aria-rowcount={rows.length + 1}
    >
      <div className={`${styles.row} ${styles.head}`} role="row" aria-rowindex={1}>
        {COLUMNS.map(({ label, order: by }) => (
          <div
            key={label}
            role="columnheader"
            aria-sort={by === undefined ? undefined : by === order ? 'ascending' : 'none'}
          >
            {by ? (
              <button type="button" onClick={() => setOrder(by)} data-tip={`Order by ${label.toLowerCase()}`}>
                {label}
                {by === order && ' ↓'}
              </button>
            ) : (
              label
            )}
          </div>
        ))}
      </div>
      <DndContext
        sensors={sensors}
        onDragStart={({ active }) => setDrag({ id: String(active.id), index: -1 })}
        onDragMove={(event) => setDrag({ id: String(event.active.id), index: placeAt(event) })}
        onDragEnd={endDrag}
        onDragCancel={() => setDrag(undefined)}
        accessibility={{ container: document.body }}
      >
        <div ref={body} role="rowgroup" className={styles.body} style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index];
            if (!row) return null;
            return (
              <Row
                key={item.key}
                row={row}
                index={item.index}
                top={item.start}
                moving={drag?.id === row.id}
                looked={row.id === at}
                movable={whole}
                notices={notices.get(row.id) ?? []}
                onKeyDown={(event) => moveByKey(event, item.index)}
              />
            );
          })}
          {drag && drag.index >= 0 && (
            <div className={styles.insert} style={{ top: drag.index * ROW_HEIGHT }} role="presentation" />
          )}
        </div>
      </DndContext>
    </div>
  );
});

interface RowProps {
  readonly row: IntakeRow;
  readonly index: number;
  readonly top: number;
  readonly moving: boolean;
  /** Whether it is looked at. */
  readonly looked: boolean;
  readonly movable: boolean;
  readonly notices: readonly RowNotice[];
  readonly onKeyDown: (event: KeyboardEvent) => void;
}

function Row({ row, index, top, moving, looked, movable, notices, onKeyDown }: RowProps) {
  const { setNodeRef, listeners } = useDraggable({ id: row.id, disabled: !movable });
  const { photo } = row;
  const cell = (content: ReactNode, figures = false): ReactNode => (
    <div role="cell" className={figures ? styles.figures : undefined}>
      {content}
    </div>
  );
  const classes = [
    styles.row,
    row.leftOut && styles.out,
    !photo && styles.wrong,
    moving && styles.moving,
    looked && styles.looked,
  ];
  return (
    <div
      ref={setNodeRef}
      role="row"
      aria-rowindex={index + 2}
      aria-current={looked ? 'true' : undefined}
      className={classes.filter(Boolean).join(' ')}
      style={{ transform: `translateY(${top}px)` }}
      data-row={row.name}
    >
      <div role="cell" className={styles.use}>
        <span className={styles.grip} {...listeners} aria-hidden>
          {movable && <GripVertical size={15} />}
        </span>
        <input
          type="checkbox"
          checked={photo !== undefined && !row.leftOut}
          disabled={!photo}
          aria-label={`Use ${row.name}`}
          onKeyDown={onKeyDown}
          onChange={(event) => leaveOut(new Set([row.id]), !event.target.checked)}
        />
      </div>
      {cell(<Thumbnail recipe={photo && photoRecipe(photo)} className={styles.thumb} />)}
      <div role="cell" className={styles.name} data-tip={pathOf(row)}>
        <bdi>{pathOf(row)}</bdi>
      </div>
      {cell(String(runningNumber(row.name) ?? '–'), true)}
      {cell(photo?.takenAt === undefined ? '–' : TIME.format(photo.takenAt), true)}
      {cell(photo ? `${photo.width} × ${photo.height}` : '–', true)}
      {cell(photo ? formatSize(photo.bytes) : '–', true)}
      <div role="cell" className={styles.noticed}>
        {rowWords(row, notices)}
      </div>
    </div>
  );
}
