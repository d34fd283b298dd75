import { photoRecipe } from '../../core/film/recipe-of';
import { useVirtualizer } from '@tanstack/react-virtual';
import ArrowRight from 'lucide-react/icons/arrow-right';
import { useRef } from 'react';
import type { Film, Photo } from '../../core/film/film';
import { shownSize } from '../../core/film/photo-picture';
import type { Match } from '../../core/film/retouch/match-retouched';
import { count } from '../../core/time/format';
import { Panel } from '../../kit/panel';
import { Button } from '../../kit/button';
import { SelectField } from '../../kit/select-field';
import {
  dismissSwap,
  isSwapped,
  leaveOutOfSwap,
  matchBy,
  swapIn,
  swapPairs,
  type Swap,
  type SwapPair,
} from '../../state/photos/swap';
import { useShell } from '../../state/shell/shell';
import { Thumbnail } from '../thumbnail';
import { StageFrame } from '../frame/stage-frame';
import { Incoming } from './incoming';
import table from './swap-view.module.css';

const ROW_HEIGHT = 76;

const BY_WORDS = [
  { value: 'name', label: 'By name' },
  { value: 'number', label: 'By number' },
];

const UNMATCHED: Readonly<Record<Exclude<Match, { photoId: string }>['why'], string>> = {
  none: 'no photo of this film fits it',
  several: 'more than one photo fits it',
  taken: 'a file above takes its photo already',
};

const shapeOf = (photo: Photo): number => {
  const { width, height } = shownSize(photo);
  return width / height;
};

/** What is to be said of a pair, in plain words. */
function pairWords({ row, match, photo, same }: SwapPair): string {
  if (row.problem !== undefined) return row.problem;
  if (!photo || !row.photo) return match && match.photoId === undefined ? UNMATCHED[match.why] : '';
  if (same) return 'same as now';
  const { width, height } = row.photo;
  // As the film shows it, a photo may have the film's shape rather than its own.
  const reshaped = photo.writtenOut?.form !== 'film' && Math.abs(width / height / shapeOf(photo) - 1) > 0.01;
  return reshaped ? `another shape: ${width} × ${height}` : '';
}

/** Retouched files beside the photos whose places they take, before they do. */
export function SwapView({ film, swap }: { readonly film: Film; readonly swap: Swap }) {
  const coming = useShell((state) => state.incoming !== undefined);
  const scroller = useRef<HTMLDivElement>(null);
  const pairs = swapPairs(film, swap);
  const ready = pairs.filter(isSwapped).length;
  const without = pairs.filter((pair) => !pair.photo).length;
  const virtual = useVirtualizer({
    count: pairs.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 6,
  });
  return (
    <StageFrame
      left={{
        name: 'Swap in',
        guide: 'retouch',
        width: 304,
        head: <h2>Swap in</h2>,
        body: (
          <Panel
            label="Swap in retouched photos"
            foot={
              <>
                <Button variant="main" disabled={ready === 0 || coming} onClick={swapIn}>
                  Swap {count(ready, 'photo')}
                </Button>
                <Button disabled={coming} onClick={dismissSwap}>
                  Cancel
                </Button>
              </>
            }
          >
            <p>
              {count(ready, 'photo')} to swap
              {without > 0 && `, ${count(without, 'file')} without a photo`}.
            </p>
            <Incoming />
            <SelectField
              label="Match files to photos"
              value={swap.by}
              options={BY_WORDS}
              onChange={(value) => matchBy(value === 'number' ? 'number' : 'name')}
              hint={
                swap.by === 'name'
                  ? 'By the name it was saved out under, or its own.'
                  : 'By the number in its name.'
              }
            />
          </Panel>
        ),
      }}
    >
      <div
        ref={scroller}
        className={table.table}
        role="table"
        aria-label={`Retouched files, ${count(pairs.length, 'file')}`}
        aria-rowcount={pairs.length + 1}
      >
        <div className={`${table.row} ${table.head}`} role="row" aria-rowindex={1}>
          {['Use', 'New', 'File', 'Replaces', 'Photo', 'Noticed'].map((label) => (
            <div key={label} role="columnheader">
              {label}
            </div>
          ))}
        </div>
        <div role="rowgroup" className={table.body} style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const pair = pairs[item.index];
            return pair && <Row key={pair.row.id} pair={pair} index={item.index} top={item.start} />;
          })}
        </div>
      </div>
    </StageFrame>
  );
}

function Row({
  pair,
  index,
  top,
}: {
  readonly pair: SwapPair;
  readonly index: number;
  readonly top: number;
}) {
  const { row, photo } = pair;
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      className={isSwapped(pair) ? table.row : `${table.row} ${table.out}`}
      style={{ transform: `translateY(${top}px)` }}
      data-row={row.name}
    >
      <div role="cell">
        <input
          type="checkbox"
          aria-label={`Swap in ${row.name}`}
          checked={isSwapped(pair)}
          disabled={!photo || pair.same || !row.photo}
          onChange={(event) => leaveOutOfSwap(row.id, !event.target.checked)}
        />
      </div>
      <div role="cell">
        <Thumbnail recipe={row.photo && photoRecipe(row.photo)} className={table.thumb} />
      </div>
      <div role="cell" className={table.name} data-tip={row.name}>
        <bdi>{row.name}</bdi>
      </div>
      <div role="cell" className={table.place}>
        <ArrowRight size={16} aria-hidden />
        <Thumbnail recipe={photo && photoRecipe(photo)} className={table.thumb} />
      </div>
      <div role="cell" className={table.name} data-tip={photo?.name}>
        <bdi>{photo?.name ?? '–'}</bdi>
      </div>
      <div role="cell">{pairWords(pair)}</div>
    </div>
  );
}
