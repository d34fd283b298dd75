import { copyMends, pasteMends } from '../../state/mend/copy-mends';
import { toggleDose } from '../../state/mend/doses';
import { mendNow } from '../../state/mend/mend';
import { toggleLight, toggleReference } from '../../state/mend/mend-light';
import { nudgePhotos, toggleAnchor, toggleSteady, type HandMove } from '../../state/mend/move-photos';
import { toggleKey } from '../../state/mend/key/keys';
import { DRAW_TOOLS, drawNow, setDrawTool, widenLine } from '../../state/mend/draw/draw';
import { toggleLayer } from '../../state/mend/draw/layers';
import { copyToNext } from '../../state/mend/draw/pose-drawings';
import { carryOn } from '../../state/mend/paint/carry-on';
import { togglePaint } from '../../state/mend/paint/change-strokes';
import { softenBrush, toggleBack, widenBrush } from '../../state/mend/paint/paint';
import { steadyThePhotos } from '../../state/mend/steady-film';
import { matchTheLight } from '../../state/mend/match-film-light';
import { setMendView, useShownAs, type MendView } from '../../state/picture/shown-film';
import { key, unshifted, withAlt, withControl, type KeyBinding } from './key-binding';

/** Shows the picture in a way, or mended again where it is shown so already. */
function toggleView(view: MendView): void {
  setMendView(useShownAs.getState().view === view ? 'mended' : view);
}

/** Leaves out what the open tool did, or does it again: for the chosen photos, or of framings and colours for the film. */
function toggleTool(): void {
  const { tool } = mendNow();
  if (tool === 'framing' || tool === 'colour') return toggleDose(tool);
  if (tool === 'paint') return togglePaint();
  if (tool === 'key') return toggleKey();
  if (tool === 'draw') return toggleLayer();
  (tool === 'steady' ? toggleSteady : toggleLight)();
}

/** What the open tool makes of a key: that of the light, that of steadying, of painting, or of drawing. */
const byTool =
  (
    light: () => void,
    steady: () => void,
    paint: () => void = light,
    draw: () => void = light,
  ): (() => void) =>
  () => {
    const { tool } = mendNow();
    (tool === 'steady' ? steady : tool === 'paint' ? paint : tool === 'draw' ? draw : light)();
  };

/** Takes the eraser, or again what was drawn with before. */
function toggleEraser(): void {
  const { tool, lastTool } = drawNow();
  setDrawTool(tool === 'eraser' ? lastTool : 'eraser');
}

/** A key widens the brush so many times, and softens it by so many per cent. */
const WIDER = 1.15;
const SOFTER = 5;

const nothing = (): void => undefined;

/** What an arrow with Alt moves a photo by; while it is painted on, what becomes of the brush. */
const ARROWS: readonly (readonly [
  keys: string,
  name: string,
  words: string,
  by: Partial<HandMove>,
  brush: readonly [words: string, change: () => void],
  line?: () => void,
])[] = [
  ['←', 'ArrowLeft', 'to the left', { right: -1 }, ['harder', () => softenBrush(-SOFTER)]],
  ['→', 'ArrowRight', 'to the right', { right: 1 }, ['softer', () => softenBrush(SOFTER)]],
  ['↑', 'ArrowUp', 'up', { down: -1 }, ['larger', () => widenBrush(WIDER)], () => widenLine(WIDER)],
  [
    '↓',
    'ArrowDown',
    'down',
    { down: 1 },
    ['smaller', () => widenBrush(1 / WIDER)],
    () => widenLine(1 / WIDER),
  ],
];

/** How a photo is moved by a tenth of it. */
const tenth = ({ right = 0, down = 0 }: Partial<HandMove>): Partial<HandMove> => ({
  right: right / 10,
  down: down / 10,
});

const altPlain = (event: KeyboardEvent): boolean => withAlt(event) && !event.shiftKey;
const altShift = (event: KeyboardEvent): boolean => withAlt(event) && event.shiftKey;

/** Moving the chosen photos by hand. */
const NUDGE_KEYS: readonly KeyBinding[] = [
  ...ARROWS.flatMap(([keys, name, words, by, [brush, change], line = nothing]): KeyBinding[] => [
    {
      keys: `Alt ${keys}`,
      does: `Move the chosen photos a pixel ${words}; while painting or drawing: a ${brush} brush`,
      byTool: true,
      matches: key(name, altPlain),
      run: byTool(
        () => nudgePhotos(by),
        () => nudgePhotos(by),
        change,
        line,
      ),
    },
    {
      keys: `Alt Shift ${keys}`,
      does: `Move the chosen photos a tenth of a pixel ${words}`,
      byTool: true,
      matches: key(name, altShift),
      run: () => nudgePhotos(tenth(by)),
    },
  ]),
  {
    keys: 'Alt .',
    does: 'Turn the chosen photos a hundredth of a degree clockwise',
    byTool: true,
    matches: key('.', withAlt),
    run: () => nudgePhotos({ turn: 0.01 }),
  },
  {
    keys: 'Alt ,',
    does: 'Turn the chosen photos a hundredth of a degree anticlockwise',
    byTool: true,
    matches: key(',', withAlt),
    run: () => nudgePhotos({ turn: -0.01 }),
  },
];

/** Keys of stage Mend besides those of playing and choosing. */
export const MEND_KEYS: readonly KeyBinding[] = [
  {
    keys: 'K',
    does: 'The picture before mending, or after',
    mainly: 'original',
    also: 'compare original before after toggle',
    matches: key('k', unshifted),
    run: () => toggleView('before'),
  },
  {
    keys: 'N',
    does: 'Before and after, with a divider between them',
    also: 'compare split wipe',
    matches: key('n', unshifted),
    run: () => toggleView('divided'),
  },
  {
    keys: 'R',
    does: 'Light, Steady: reference on or off. Paint out: restore the photo. Draw: eraser',
    byTool: true,
    matches: key('r', unshifted),
    run: byTool(toggleReference, toggleAnchor, toggleBack, toggleEraser),
  },
  {
    keys: 'M',
    does: 'Light: match. Steady: steady. Paint out: carry strokes on. Draw: copy to the next pose',
    byTool: true,
    matches: key('m', unshifted),
    run: byTool(
      () => void matchTheLight(),
      () => void steadyThePhotos(),
      () => void carryOn(),
      copyToNext,
    ),
  },
  {
    keys: '1 … 8',
    does: 'Draw: pencil, brush, eraser, line, ellipse, fill, pick colour, lasso',
    also: 'draw tool',
    matches: (event) => unshifted(event) && mendNow().tool === 'draw' && /^[1-8]$/.test(event.key),
    run: (event) => setDrawTool(DRAW_TOOLS[Number(event.key) - 1] ?? 'brush'),
  },
  {
    keys: 'X',
    does: 'What the open tool did on or off',
    byTool: true,
    matches: key('x', unshifted),
    run: toggleTool,
  },
  ...NUDGE_KEYS,
  {
    keys: 'Ctrl C',
    does: 'Copy the open tool’s settings of the pose on screen',
    matches: key('c', withControl),
    run: copyMends,
  },
  {
    keys: 'Ctrl V',
    does: 'Paste them onto the chosen poses',
    matches: key('v', withControl),
    run: pasteMends,
  },
];
