import { createCanvas, loadImage } from '@napi-rs/canvas';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { runs } from '../../chance/random-runs';
import { drawEdit } from '../../edits/draw-edits';
import { arrivedEdit } from '../../edits/svg-edits';
import { applyEdit } from '../../edits/apply-edit';
import type { Film, Pose } from '../../film/film';
import { posesOf } from '../../film/items';
import { filmOf, freshId } from '../../film/random-films';
import { recipeOf } from '../../film/recipe-of';
import { randomNumbers, someMark } from '../../picture/random-recipes';
import type { Mark, NewMark } from '../../picture/drawn/mark';
import { numbersIn } from '../../picture/drawn/mark';
import { recipeKey, type Recipe } from '../../picture/recipe';
import { renderPicture } from '../../picture/render-picture';
import { changedLayers, poseSvg } from './pose-svg';
import { flattenPath, TooManyCorners } from './flatten-path';
import { readSvg, type ReadDrawing } from './read-svg';

const SIZE = { width: 120, height: 90 };
const film: Film = (() => {
  const plain = filmOf([[1, 1]]);
  return { ...plain, settings: { ...plain.settings, ...SIZE, background: '#808080' } };
})();
const POSE = '0.0';
const poseOf = (of: Film): Pose => posesOf(of)[0] as Pose;

const drawn = (marks: readonly Mark[], layerId = 'L', of = film): Film => {
  const edit = drawEdit(of, { poseId: POSE, layerId }, marks, freshId, 'drawn');
  if (!edit.ok) throw new Error(edit.problem);
  return applyEdit(of, edit.value);
};
const read = (svg: string): ReadDrawing => {
  const result = readSvg(svg, SIZE);
  if (!result.ok) throw new Error(result.problem);
  return result.value;
};
const svg = (inside: string, attributes = 'viewBox="0 0 120 90"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`;
const marksOf = (text: string): readonly NewMark[] => read(text).layers.flatMap(({ marks }) => marks);

/** What is drawn for the pose over a grey picture, as we draw it. */
function ours(of: Film): Uint8ClampedArray {
  const recipe = recipeOf(of, poseOf(of)) as Recipe;
  const grey = {
    width: 4,
    height: 3,
    order: 'RGBA',
    data: new Uint8Array(48).fill(128).map((v, i) => (i % 4 === 3 ? 255 : v)),
  } as const;
  return renderPicture({ pixels: grey, orientation: 1 }, recipe, SIZE).data;
}

/** The same as an SVG viewer draws the file, over the same grey. */
async function viewed(of: Film): Promise<Uint8ClampedArray> {
  const context = createCanvas(SIZE.width, SIZE.height).getContext('2d');
  context.fillStyle = '#808080';
  context.fillRect(0, 0, SIZE.width, SIZE.height);
  context.drawImage(await loadImage(Buffer.from(poseSvg(of, poseOf(of), 'Test & <more>'))), 0, 0);
  return context.getImageData(0, 0, SIZE.width, SIZE.height).data;
}

test('a file looks in another viewer as it does in the film, and comes back as it went out', async () => {
  for (let seed = 1; seed <= 12; seed++) {
    const next = randomNumbers(seed);
    const marks = Array.from({ length: 4 }, () => someMark(next));
    const of = drawn([someMark(next)], 'M', drawn(marks));
    const [mine, theirs] = [ours(of), await viewed(of)];
    let sum = 0;
    for (let i = 0; i < mine.length; i++) sum += Math.abs((mine[i] as number) - (theirs[i] as number));
    // Edges alone differ, by how finely they are told.
    expect(sum / mine.length).toBeLessThan(1.2);
    const back = read(poseSvg(of, poseOf(of), 'x'));
    expect(changedLayers(of, poseOf(of), back)).toEqual([]);
    // What went in by it is drawn to the same pixels, as marks of the same kinds.
    const bare = { ...of, drawings: of.drawings.map((each) => ({ ...each, marks: [] })) };
    const layers = changedLayers(bare, poseOf(bare), back);
    const again = applyEdit(bare, arrivedEdit(bare, [{ poseId: POSE, layers }], 'L', freshId));
    expect(again.drawings.map((each) => each.marks.map(({ kind }) => kind))).toEqual(
      of.drawings.map((each) => each.marks.map(({ kind }) => kind)),
    );
    const second = ours(again);
    let most = 0;
    for (let i = 0; i < mine.length; i++)
      most = Math.max(most, Math.abs((mine[i] as number) - (second[i] as number)));
    // Places keep two digits: a hundredth of a pixel of each edge, and edges lie on each other.
    expect(most).toBeLessThanOrEqual(10);
  }
});

test('shapes, transforms, styles and curves of a file made elsewhere come in where its viewer shows them', () => {
  // The viewBox is twice as large as the film, and of another shape: all of it is seen, in the middle.
  const text = svg(
    `<title>x</title><defs><path id="no" d="M0 0h9v9z"/></defs>
    <g transform="translate(20,0) scale(2)" style="fill:red; stroke:none" opacity=".5">
      <rect x="10" y="5" width="10" height="10"/>
      <g fill="none" stroke="rgb(0,0,255)" stroke-width="3"><line x1="0" y1="0" x2="0" y2="10"/></g>
    </g>
    <circle cx="50" cy="50" r="10" fill="lime" stroke="#000"/>
    <path d="M0 0 q 10 20 20 0 t 20 0" fill="none" stroke="currentColor" color="teal"/>
    <polygon points="0,0 10,0 10,10" fill="#ABC" fill-rule="evenodd" transform="rotate(90)"/>
    <g display="none"><rect width="9" height="9"/></g>
    <text>Not read</text><image href="x.png"/><rect width="5" height="5" fill="url(#g)"/>
    <style>rect { fill: red }</style><path d="M0 0L9 9" fill="none" stroke-dasharray="4 2" clip-path="url(#c)"/>`,
    'viewBox="0 0 240 240"',
  );
  const { layers, leftOut } = read(text);
  expect(leftOut).toEqual(['1 text', '1 image', '1 gradient', '1 style', '1 clip path', '1 other thing']);
  const [rect, line, fill, stroke, way, polygon, ...rest] = layers.flatMap(({ marks }) => marks);
  expect(rest).toEqual([]);
  const place = (x: number, y: number): number[] => [15 + x * 0.375, y * 0.375];
  expect(rect).toMatchObject({ kind: 'area', colour: '#ff0000', opacity: 50 });
  expect(rect?.kind === 'area' && rect.rings[0]?.slice(0, 4)).toEqual([...place(40, 10), ...place(60, 10)]);
  expect(line).toMatchObject({ kind: 'pencil', colour: '#0000ff', opacity: 50, width: 2.25 });
  // Filled, and with a line around it: two marks.
  expect([fill, stroke].map((each) => each?.colour)).toEqual(['#00ff00', '#000000']);
  expect(way).toMatchObject({ kind: 'pencil', colour: '#008080', width: 0.375 });
  const last = way?.kind === 'pencil' ? way.points.slice(-3) : [];
  expect(last).toEqual([...place(40, 0), 1]);
  expect(polygon).toMatchObject({ kind: 'area', colour: '#aabbcc', evenOdd: true });
  // A circle by itself stays one, and a curve lies within a twentieth of a pixel of its lines.
  expect(marksOf(svg('<circle cx="9" cy="8" r="7"/>'))).toEqual([
    { kind: 'ellipse', colour: '#000000', filled: true, width: 1, points: [9, 8, 1, 16, 8, 1, 9, 15, 1] },
  ]);
  const [arc] = marksOf(svg('<path d="M10 45A35 35 0 0 1 80 45" fill="none" stroke="#fff"/>'));
  const points = arc?.kind === 'pencil' ? arc.points : [];
  for (let i = 0; i < points.length; i += 3)
    expect(Math.abs(Math.hypot((points[i] ?? 0) - 45, (points[i + 1] ?? 0) - 45) - 35)).toBeLessThan(0.05);
});

test('what was changed elsewhere comes back on its layer, and the rest stays; what is loose goes over it', () => {
  const brush: Mark = { id: 'b', kind: 'brush', colour: '#ffffff', points: [9, 9, 0.5, 60, 40, 1], width: 9 };
  const of = drawn([brush], 'M', drawn([{ ...brush, id: 'c', colour: '#000000' }]));
  const out = poseSvg(of, poseOf(of), 'x');
  const edited = read(out.replace('fill="#ffffff"', 'fill="#ff0000"'));
  const layers = changedLayers(of, poseOf(of), edited);
  expect(layers.map(({ id, marks }) => [id, marks.map(({ kind, colour }) => `${kind} ${colour}`)])).toEqual([
    ['M', ['brush #ff0000']],
  ]);
  const back = applyEdit(of, arrivedEdit(of, [{ poseId: POSE, layers }], 'L', freshId));
  expect(back.drawings).toHaveLength(2);
  expect(back.drawings.find(({ layerId }) => layerId === 'L')).toEqual(
    of.drawings.find(({ layerId }) => layerId === 'L'),
  );
  // Its outline was changed: it is an area from then on.
  const other = read(out.replace(/(<path d=")M[^"]*(" fill="#ffffff")/, '$1M0 0L9 0L9 9Z$2'));
  expect(other.layers.find(({ id }) => id === 'M')?.marks.map(({ kind }) => kind)).toEqual(['area']);
  const loose = read(svg('<rect width="9" height="9"/>')).layers;
  const over = applyEdit(of, arrivedEdit(of, [{ poseId: POSE, layers: loose }], 'L', freshId));
  expect(over.drawings.find(({ layerId }) => layerId === 'L')?.marks.map(({ kind }) => kind)).toEqual([
    'brush',
    'area',
  ]);
  // Into an empty film, with a layer of its own; two layers that it does not know lie over each other as they did.
  const empty = applyEdit(film, arrivedEdit(film, [{ poseId: POSE, layers: edited.layers }], 'new', freshId));
  expect(empty.layers.map(({ name }) => name)).toEqual(['Layer 2', 'Layer 1']);
  expect(recipeKey(recipeOf(empty, poseOf(empty)) as Recipe)).not.toBe(
    recipeKey(recipeOf(of, poseOf(of)) as Recipe),
  );
});

test('corners are counted before they are made: by what a mark holds, and by what a file has left', () => {
  const budget = { left: 3 };
  expect(flattenPath('M0 0L9 9', [1, 0, 0, 1, 0, 0], budget)).toEqual([
    { corners: [0, 0, 9, 9], isClosed: false },
  ]);
  expect(budget.left).toBe(1);
  expect(() => flattenPath('M0 0L9 9', [1, 0, 0, 1, 0, 0], budget)).toThrow(TooManyCorners);
  // Each curve is five hundred lines there; a part of six thousand corners is more than a mark holds, whatever is left.
  const large = [1e5, 0, 0, 1e5, 0, 0] as const;
  const full = { left: 1e9 };
  expect(flattenPath(`M0 0${'c9 9 0 9 9 0'.repeat(12)}`, large, full)).toBeUndefined();
  expect(flattenPath(`M0 0${'c9 9 0 9 9 0'.repeat(11)}`, large, full)?.[0]?.corners).toHaveLength(2 * 5501);
  expect(1e9 - full.left).toBe(5501);
});

test('a file that is broken, too large, or could run something is refused in a sentence, and none does more', () => {
  const problem = (text: string): string => {
    const result = readSvg(text, SIZE);
    return result.ok ? 'read' : result.problem;
  };
  expect(problem('<svg><g></svg>')).toContain('it is broken');
  expect(problem('not a picture')).toContain('it is broken');
  expect(problem('<html></html>')).toBe('it is not an SVG file');
  const refused = 'it has a script in it, or something else that runs';
  expect(problem(svg('<script>alert(1)</script><rect width="9" height="9"/>'))).toBe(refused);
  expect(problem(svg('<rect width="9" height="9" onclick="alert(1)"/>'))).toBe(refused);
  expect(problem(svg('<a href="javascript:alert(1)"><rect width="9" height="9"/></a>'))).toBe(refused);
  expect(problem(svg('<foreignObject/>'))).toBe(refused);
  expect(problem(`<!DOCTYPE svg [<!ENTITY a "aaaa">]>${svg('<rect/>')}`)).toContain('definitions of its own');
  expect(problem(' '.repeat(9 << 20))).toBe('it is larger than 8 MB');
  expect(problem(svg('<g>'.repeat(200) + '</g>'.repeat(200)))).toBe('it has more elements than can be read');
  expect(problem(svg('<path d="M0 0L9 9"/>'.repeat(2001)))).toBe('read');
  expect(problem(svg('<path d="M0 0L9 9" stroke="red"/>'.repeat(2001)))).toBe(
    'it has more than 2,000 shapes',
  );
  expect(read(svg('<path d="M0 0L bad"/><path d="M1e999 0L9 9L0 9"/>')).leftOut).toEqual(['2 broken paths']);
  // Much of little: a mask that thousands share, curves without end, names without end.
  const long = `<path d="M0 0${'L9 9L0 9'.repeat(1500)}" stroke="#000" fill="none"/>`;
  const shared = svg(
    `<mask id="a">${long}</mask>${'<path d="M0 0L9 9" stroke="red" mask="url(#a)"/>'.repeat(1500)}`,
  );
  expect(problem(shared)).toBe('it has more places than a film can hold');
  expect(read(svg(`<path d="M0 0${'C900 9 9 900 0 0'.repeat(60_000)}"/>`)).leftOut).toEqual([
    '1 broken path',
  ]);
  const odd = Array.from({ length: 40 }, (_, i) => `<constructor${'x'.repeat(i * 50)}/>`).join('');
  expect(read(svg(odd)).leftOut.join(', ').length).toBeLessThan(250);
  const bits = fc.constantFrom(
    ...[
      '<svg viewBox="0 0 9 9">',
      '</svg>',
      '<g transform="scale(',
      '1e9',
      ')">',
      '</g>',
      '<path d="',
      'M0 0',
      'L9 9',
      'a1 1 0 0 0 9 9',
    ],
    ...[
      'Z',
      '" stroke="red"/>',
      '<rect width="',
      '-5',
      '"/>',
      '<mask id="a">',
      '</mask>',
      ' mask="url(#a)"',
      'é',
      '&amp;',
      '<',
      '"',
    ],
  );
  fc.assert(
    fc.property(fc.array(bits, { maxLength: 20 }), (list) => {
      const result = readSvg(list.join(''), SIZE);
      const all = result.ok ? result.value.layers.flatMap(({ marks }) => marks) : [];
      for (const mark of all) expect(numbersIn(mark)).toBeGreaterThan(0);
    }),
    { numRuns: runs(100, 300) },
  );
});
