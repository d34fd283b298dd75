import Brush from 'lucide-react/icons/brush';
import CircleDashed from 'lucide-react/icons/circle-dashed';
import CopyPlus from 'lucide-react/icons/copy-plus';
import Eraser from 'lucide-react/icons/eraser';
import FileDown from 'lucide-react/icons/file-down';
import FolderDown from 'lucide-react/icons/folder-down';
import Lasso from 'lucide-react/icons/lasso';
import Minus from 'lucide-react/icons/minus';
import PaintBucket from 'lucide-react/icons/paint-bucket';
import Pencil from 'lucide-react/icons/pencil';
import Pipette from 'lucide-react/icons/pipette';
import ScanLine from 'lucide-react/icons/scan-line';
import SquareSplitHorizontal from 'lucide-react/icons/square-split-horizontal';
import Trash2 from 'lucide-react/icons/trash';
import type { LucideIcon } from 'lucide-react';
import { lastsOver } from '../../../core/edits/draw-edits';
import type { Film } from '../../../core/film/film';
import { parseAmount, type Amount } from '../../../core/time/amount';
import { count } from '../../../core/time/format';
import { IconButton } from '../../../kit/button';
import { CheckField } from '../../../kit/check-field';
import { ColourField } from '../../../kit/colour-field';
import { Pair } from '../../../kit/pair';
import { SliderField } from '../../../kit/slider-field';
import { Tools } from '../../../kit/tools';
import { TypedField } from '../../../kit/typed-field';
import { useDocument, useFilm } from '../../../state/document/document';
import {
  DRAW_TOOLS,
  FILL_GAP,
  GHOSTS,
  LINE_WIDTH,
  MARK_OPACITY,
  setDraw,
  setDrawTool,
  setToolWidth,
  toolWidth,
  useDraw,
  type DrawTool as Hand,
} from '../../../state/mend/draw/draw';
import { chooseAllMarks, colourChosen, deleteChosen } from '../../../state/mend/draw/draw-marks';
import { drawnPose, type DrawnPose } from '../../../state/mend/draw/drawn-pose';
import { copyToNext, lastOver, makeOwn, takeDrawingsOff } from '../../../state/mend/draw/pose-drawings';
import { bringSvgIn } from '../../../state/mend/draw/svg-in';
import { saveSvg } from '../../../state/mend/draw/svg-out';
import { useSelection } from '../../../state/selection/selection';
import { useTransport } from '../../../state/transport/transport';
import { FileChooser } from '../../file-chooser';
import mend from '../mend.module.css';
import styles from './draw.module.css';
import { LayerList } from './layer-list';

/** What each hand is called, its picture, and what to do with it. */
const HANDS: Readonly<Record<Hand, readonly [word: string, icon: LucideIcon, hint: string]>> = {
  pencil: ['Pencil', Pencil, 'A line of one width. Shift: straight.'],
  brush: ['Brush', Brush, 'As wide as the pen is pressed; a fast mouse draws thin.'],
  eraser: ['Eraser', Eraser, 'Erases what it goes over, on this layer.'],
  line: ['Line', Minus, 'From press to release. Shift: eighths of a turn.'],
  ellipse: ['Ellipse', CircleDashed, 'From corner to corner. Shift: a circle. Alt: from its middle.'],
  fill: ['Fill', PaintBucket, 'Click inside closed lines, or on a mark to colour it.'],
  pick: ['Pick colour', Pipette, 'Click on the picture to draw with its colour.'],
  lasso: ['Lasso', Lasso, 'Draw around marks, or click one; then drag, size by a corner, turn by the knob.'],
};

/** Draw on top: drawings that belong to poses, on layers over the film. */
export function DrawTool() {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  const layerId = useDraw((state) => state.layerId);
  useSelection((state) => state.chosen);
  const canWrite = useDocument((state) => state.canWrite);
  const here = film && drawnPose(film, frame, layerId);
  if (!film || !here) return <p className={mend.hint}>There is no pose on screen.</p>;
  const off = !canWrite;
  return (
    <>
      <HandFields off={off} />
      <PoseFields film={film} here={here} off={off} />
      <LayerList film={film} active={here.layer} off={off} />
      <SvgFields off={off} />
    </>
  );
}

/** What is in the hand, and what is set for it. */
function HandFields({ off }: { readonly off: boolean }) {
  const draw = useDraw();
  const { tool, opacity, filled, gap } = draw;
  const [word, , hint] = HANDS[tool];
  const draws = tool !== 'eraser' && tool !== 'pick' && tool !== 'lasso';
  return (
    <>
      <div className={styles.hands} role="group" aria-label="What is drawn with">
        {DRAW_TOOLS.map((each) => {
          const [label, Icon] = HANDS[each];
          return (
            <IconButton key={each} label={label} pressed={each === tool} onClick={() => setDrawTool(each)}>
              <Icon size={17} aria-hidden />
            </IconButton>
          );
        })}
      </div>
      <p className={mend.hint}>
        <strong>{word}.</strong> {hint}
      </p>
      <Colours off={off} />
      {tool !== 'fill' && tool !== 'pick' && tool !== 'lasso' && (
        <SliderField
          amount={LINE_WIDTH}
          step={0.5}
          value={toolWidth(draw)}
          onTry={setToolWidth}
          onCommit={setToolWidth}
          disabled={off}
        />
      )}
      {draws && (
        <SliderField
          amount={MARK_OPACITY}
          step={1}
          value={opacity}
          onTry={(next) => setDraw({ opacity: next })}
          onCommit={(next) => setDraw({ opacity: next })}
          disabled={off}
        />
      )}
      {tool === 'ellipse' && (
        <CheckField
          label="Filled"
          checked={filled}
          onChange={(next) => setDraw({ filled: next })}
          disabled={off}
        />
      )}
      {tool === 'fill' && (
        <SliderField
          amount={FILL_GAP}
          step={1}
          value={gap}
          onTry={(next) => setDraw({ gap: next })}
          onCommit={(next) => setDraw({ gap: next })}
          disabled={off}
        />
      )}
      {tool === 'lasso' && <ChosenTools off={off} />}
    </>
  );
}

/** So many colours stand in one line beside the one that is drawn with. */
const SHOWN_COLOURS = 5;

/** The colour that is drawn with, and those that were. */
function Colours({ off }: { readonly off: boolean }) {
  const { colour, colours } = useDraw();
  return (
    <div className={styles.colours}>
      <ColourField
        label="Colour"
        value={colour}
        disabled={off}
        onChange={(next) => setDraw({ colour: next })}
      />
      {colours.slice(0, SHOWN_COLOURS).map((each) => (
        <button
          key={each}
          type="button"
          style={{ background: each }}
          aria-pressed={each === colour}
          aria-label={`Draw in ${each}`}
          data-tip={each}
          disabled={off}
          onClick={() => setDraw({ colour: each })}
        />
      ))}
    </div>
  );
}

/** What can be done with what the lasso chose. */
function ChosenTools({ off }: { readonly off: boolean }) {
  const { chosen, colour } = useDraw();
  return (
    <Tools
      label="Chosen marks"
      disabled={off}
      tools={[
        {
          word: 'All',
          label: 'Choose all that is drawn here on this layer',
          icon: ScanLine,
          run: chooseAllMarks,
        },
        {
          word: 'Colour',
          label: 'Give the chosen marks this colour',
          icon: PaintBucket,
          off: chosen.size === 0,
          run: () => colourChosen(colour),
        },
        {
          word: 'Delete',
          label: 'Delete the chosen marks',
          icon: Trash2,
          off: chosen.size === 0,
          run: deleteChosen,
        },
      ]}
    />
  );
}

const LASTS: Amount = { label: 'Shown for', unit: 'poses', least: 1, most: 50_000, neutral: 1 };

interface PoseFieldsProps {
  readonly film: Film;
  readonly here: DrawnPose;
  readonly off: boolean;
}

/** What is drawn for the pose on screen, over how many it lasts, and what is seen of those beside it. */
function PoseFields({ film, here, off }: PoseFieldsProps) {
  const { ghostsBefore, ghostsAfter } = useDraw();
  const { pose, layer, marks } = here;
  const lasts = layer ? lastsOver(film, { poseId: pose.id, layerId: layer.id }) : 0;
  return (
    <>
      <p className={mend.hint} role="status">
        <strong>This pose.</strong>{' '}
        {marks.length > 0 ? `${count(marks.length, 'mark')} on ${layer?.name ?? ''}` : 'Nothing drawn yet'}
      </p>
      <TypedField
        label={LASTS.label}
        text={lasts > 0 ? String(lasts) : ''}
        parse={(typed) => parseAmount(typed, LASTS)}
        onCommit={(next) => lastOver(Math.round(next))}
        hint={lasts > 0 ? 'poses of the scene, from here' : undefined}
        figures
        beside
        disabled={off || lasts === 0}
      />
      <Tools
        label="The drawing of this pose"
        disabled={off}
        tools={[
          {
            word: 'To next',
            label: 'Copy this drawing to the next pose, and go there',
            icon: CopyPlus,
            shortcut: 'M',
            off: marks.length === 0,
            run: copyToNext,
          },
          {
            word: 'Unlink',
            label: 'Give this pose a drawing of its own',
            icon: SquareSplitHorizontal,
            off: marks.length === 0,
            run: makeOwn,
          },
          {
            word: 'Delete',
            label: 'Delete what is drawn on this layer for the chosen poses',
            icon: Trash2,
            off: !layer,
            run: takeDrawingsOff,
          },
        ]}
      />
      <Pair label="Ghosts of the drawings beside this one">
        <TypedField
          label="Ghosts before"
          text={String(ghostsBefore)}
          parse={(typed) => parseAmount(typed, GHOSTS)}
          onCommit={(next) => setDraw({ ghostsBefore: Math.round(next) })}
          figures
          beside
        />
        <TypedField
          label="Ghosts after"
          text={String(ghostsAfter)}
          parse={(typed) => parseAmount(typed, GHOSTS)}
          onCommit={(next) => setDraw({ ghostsAfter: Math.round(next) })}
          figures
          beside
        />
      </Pair>
    </>
  );
}

/** Drawings go out and come back as SVG, one file a pose. */
function SvgFields({ off }: { readonly off: boolean }) {
  return (
    <>
      <h4>As SVG files</h4>
      <Tools
        label="Drawings as SVG files"
        tools={[
          {
            word: 'Save chosen',
            label: 'Save the drawings of the chosen poses, one SVG file per pose',
            icon: FileDown,
            run: () => saveSvg('chosen'),
          },
          {
            word: 'Save all',
            label: 'Save all drawings of the film, one SVG file per pose, in a ZIP file',
            icon: FolderDown,
            run: () => saveSvg('film'),
          },
        ]}
      />
      <FileChooser
        label="SVG files of drawings"
        testId="svg-files"
        accept=".svg,image/svg+xml"
        disabled={off}
        onFiles={(files) => void bringSvgIn(files)}
      >
        Add SVG files…
      </FileChooser>
    </>
  );
}
