import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Film } from '../../../core/film/film';
import { filmWith } from '../../../core/film/random-films';
import { ok, err } from '../../../core/time/result';
import { findFill } from '../../../engine/browser/drawings/draw-workers';
import { openFilm, setDocument } from '../../document/document';
import { redoEdit, undoEdit } from '../../document/edit-film';
import { openForTest } from '../../document/open-for-test';
import { said } from '../../shell/said-for-test';
import { setShell } from '../../shell/shell';
import { goTo } from '../../transport/play';
import { drawNow, setDraw, setDrawTool, setToolWidth, useDraw, widenLine } from './draw';
import {
  chooseAllMarks,
  chooseMarkAt,
  colourChosen,
  deleteChosen,
  drawMark,
  eraseMarks,
  fillAt,
  lassoMarks,
  mapChosen,
  turnedAbout,
} from './draw-marks';
import { drawnPose } from './drawn-pose';
import { addLayer, chooseLayer, moveLayer, removeLayer, setLayerOpacity, toggleLayer } from './layers';
import { ToldError } from '../../../core/time/told-error';

vi.mock('../../../engine/browser/drawings/draw-workers', () => ({ findFill: vi.fn() }));

const film = (): Film => {
  const open = openFilm();
  if (!open) throw new Error('No film is open.');
  return open;
};
const marks = (frame = 0) => drawnPose(film(), frame)?.marks ?? [];
/** A line from one place to another, in pixels of the film. */
const line = (...places: readonly (readonly [x: number, y: number])[]) =>
  ({ kind: 'pencil', width: 8, points: places.flatMap(([x, y]) => [x, y, 1]) }) as const;
const names = (): readonly string[] => film().layers.map(({ name, off }) => `${name}${off ? ' hidden' : ''}`);

beforeEach(async () => {
  vi.mocked(findFill).mockReset();
  await openForTest(
    filmWith([
      [
        { id: 'one', photoId: 'a', hold: 2 },
        { id: 'two', photoId: 'b', hold: 2 },
      ],
    ]),
  );
  setDocument({ canWrite: true });
  setShell({ notices: [] });
  useDraw.setState(useDraw.getInitialState(), true);
  goTo(0);
});

describe('a line that is drawn', () => {
  it('makes the first layer, belongs to its pose alone, and has the colour that is drawn with', () => {
    setDraw({ colour: '#1c6269', opacity: 40 });
    expect(drawMark(line([10, 10], [90, 10]), 'Line', 0)).toBe(true);
    expect(names()).toEqual(['Layer 1']);
    expect(marks(0)).toMatchObject([{ kind: 'pencil', colour: '#1c6269', opacity: 40, width: 8 }]);
    expect(marks(2)).toEqual([]);
    expect(drawNow().colours.slice(0, 2)).toEqual(['#1c6269', '#f2c14e']);
    undoEdit();
    expect([film().layers, film().drawings]).toEqual([[], []]);
    redoEdit();
    expect(marks(0)).toHaveLength(1);
  });

  it('is not drawn on a layer that is hidden or faint to nothing, which is said, nor in a film that may only be looked at', () => {
    drawMark(line([10, 10], [90, 10]), 'Line', 0);
    toggleLayer();
    expect(names()).toEqual(['Layer 1 hidden']);
    expect(drawMark(line([10, 20], [90, 20]), 'Line', 0)).toBe(false);
    expect(said()).toContain('Layer 1 is hidden: show it to draw on it, or choose another layer.');
    toggleLayer();
    const [layer] = film().layers;
    setLayerOpacity(layer?.id ?? '', 0);
    expect(drawMark(line([10, 20], [90, 20]), 'Line', 0)).toBe(false);
    setLayerOpacity(layer?.id ?? '', 100);
    expect(drawMark(line([10, 20], [90, 20]), 'Line', 0)).toBe(true);
    setDocument({ canWrite: false });
    expect(drawMark(line([10, 30], [90, 30]), 'Line', 0)).toBe(false);
    expect(marks()).toHaveLength(2);
  });

  it('has nowhere to go where there is no pose', async () => {
    await openForTest({ ...filmWith([[]]), photos: [] });
    setDocument({ canWrite: true });
    expect(drawMark(line([10, 10], [90, 10]), 'Line', 0)).toBe(false);
    expect(said()).toBe('There is no pose on screen that could be drawn on.');
  });
});

describe('layers', () => {
  it('are put over each other, drawn on one at a time, moved, and deleted with what is on them', () => {
    drawMark(line([10, 10], [90, 10]), 'Line', 0);
    const [lower] = film().layers;
    addLayer();
    drawMark(line([10, 50], [90, 50]), 'Line', 0);
    const [upper, under] = film().layers;
    expect([film().layers.length, under?.id]).toEqual([2, lower?.id]);
    expect(marks()).toMatchObject([{ points: [10, 50, 1, 90, 50, 1] }]);
    chooseLayer(lower?.id ?? '');
    expect(marks()).toMatchObject([{ points: [10, 10, 1, 90, 10, 1] }]);
    moveLayer(upper?.id ?? '', -1);
    moveLayer(upper?.id ?? '', 1);
    expect(new Set(film().layers.map(({ id }) => id))).toEqual(new Set([upper?.id, lower?.id]));
    removeLayer(lower?.id ?? '');
    expect(film().layers.map(({ id }) => id)).toEqual([upper?.id]);
    expect(film().drawings.map(({ layerId }) => layerId)).toEqual([upper?.id]);
    undoEdit();
    expect(film().drawings).toHaveLength(2);
  });
});

describe('what is drawn', () => {
  beforeEach(() => {
    for (const y of [10, 50, 90]) drawMark(line([10, y], [90, y]), 'Line', 0);
  });

  it('is erased in part or whole, in one step; where nothing lies that is said', () => {
    eraseMarks({ points: [50, 0, 1, 50, 60, 1], width: 10 }, 0);
    expect(marks().map(({ erased }) => erased?.length ?? 0)).toEqual([1, 1, 0]);
    eraseMarks({ points: [0, 90, 1, 100, 90, 1], width: 30 }, 0);
    expect(marks()).toHaveLength(2);
    undoEdit();
    undoEdit();
    expect(marks().map(({ erased }) => erased)).toEqual([undefined, undefined, undefined]);
    eraseMarks({ points: [900, 900, 1, 950, 900, 1], width: 10 }, 0);
    expect(said()).toBe('Nothing of this layer is there.');
    eraseMarks({ points: [50, 0, 1, 50, 60, 1], width: 10 }, 2);
    expect(said()).toContain('Nothing is drawn here on Layer 1 that could be erased.');
  });

  it('is chosen by a lasso or a click, with others or alone, and coloured, moved and deleted together', () => {
    lassoMarks([0, 0, 100, 0, 100, 60, 0, 60], false);
    expect(drawNow().chosen.size).toBe(2);
    lassoMarks([0, 70, 100, 70, 100, 99, 0, 99], true);
    expect(drawNow().chosen.size).toBe(3);
    chooseMarkAt(50, 50, 4, true);
    expect(drawNow().chosen.size).toBe(2);
    chooseMarkAt(50, 50, 4, false);
    expect([...drawNow().chosen]).toEqual([marks()[1]?.id]);
    colourChosen('#c23a2b');
    expect(marks().map(({ colour }) => colour)).toEqual(['#f2c14e', '#c23a2b', '#f2c14e']);
    mapChosen([1, 0, 0, 1, 5, 7], 'moved');
    expect(marks()[1]).toMatchObject({ points: [15, 57, 1, 95, 57, 1] });
    deleteChosen();
    expect(marks()).toHaveLength(2);
    undoEdit();
    undoEdit();
    undoEdit();
    expect(marks().map(({ colour }) => colour)).toEqual(['#f2c14e', '#f2c14e', '#f2c14e']);
    chooseMarkAt(500, 500, 4, false);
    expect(drawNow().chosen.size).toBe(0);
    lassoMarks([500, 500, 600, 500, 600, 600], false);
    expect(said()).toContain('Nothing of this layer is in there.');
  });

  it('is left alone where nothing is chosen, and that is said', () => {
    deleteChosen();
    mapChosen([1, 0, 0, 1, 5, 7], 'moved');
    expect(said().split('\n')).toEqual(['No mark is chosen: draw around one.']);
    chooseAllMarks();
    expect(drawNow().chosen.size).toBe(3);
    // Another tool lets go of what was chosen.
    setDrawTool('brush');
    expect(drawNow().chosen.size).toBe(0);
  });

  it('is turned and sized about a place that stays, lines and all', () => {
    chooseMarkAt(50, 50, 4, false);
    mapChosen(turnedAbout(50, 50, 90, 2), 'turned');
    expect(marks()[1]).toMatchObject({ points: [50, -30, 1, 50, 130, 1], width: 16 });
  });
});

describe('a fill', () => {
  it('colours the mark that lies there, and otherwise fills what lines close in, under them', async () => {
    drawMark(line([10, 10], [90, 10]), 'Line', 0);
    setDraw({ colour: '#c23a2b' });
    const { width, height } = film().settings;
    await fillAt(50 / width, 10 / height);
    expect(marks()).toMatchObject([{ kind: 'pencil', colour: '#c23a2b' }]);
    expect(findFill).not.toHaveBeenCalled();
    const scale = Math.min(1, 1920 / width);
    const ring = [20, 20, 60, 20, 60, 60].map((each) => each * scale);
    vi.mocked(findFill).mockResolvedValue(ok({ rings: [ring], reachesEdge: false }));
    await fillAt(0.5, 0.5);
    expect(marks()).toMatchObject([{ kind: 'area', rings: [[20, 20, 60, 20, 60, 60]] }, { kind: 'pencil' }]);
    expect(vi.mocked(findFill).mock.calls[0]?.slice(1)).toEqual([
      { width: width * scale, height: height * scale },
      (width * scale) / 2,
      (height * scale) / 2,
      4 * scale,
    ]);
  });

  it('that reaches the edge is done and asked about; one that finds nothing, and a worker that breaks, are told', async () => {
    const edge = [0, 0, 100, 0, 100, 100];
    vi.mocked(findFill).mockResolvedValueOnce(ok({ rings: [edge], reachesEdge: true }));
    await fillAt(0.5, 0.5);
    expect(marks()).toHaveLength(1);
    expect(said()).toContain('The fill reaches the edge of the picture.');
    vi.mocked(findFill).mockResolvedValueOnce(err('A line lies there already.'));
    await fillAt(0.9, 0.9);
    expect(said()).toContain('A line lies there already.');
    vi.mocked(findFill).mockRejectedValueOnce(new ToldError('The part that fills broke off.'));
    await fillAt(0.9, 0.9);
    expect(said()).toContain('The part that fills broke off.');
    expect(marks()).toHaveLength(1);
  });
});

describe('tools', () => {
  it('have a width each, within what it may be; what was drawn with before is remembered', () => {
    setToolWidth(9000);
    expect(drawNow()).toMatchObject({ width: 400, eraserWidth: 40 });
    setDrawTool('eraser');
    widenLine(0.001);
    expect(drawNow()).toMatchObject({ width: 400, eraserWidth: 0.5, lastTool: 'brush' });
    setDrawTool('line');
    expect(drawNow()).toMatchObject({ tool: 'line', lastTool: 'brush' });
  });
});
