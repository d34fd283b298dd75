import { frameShared } from '../../state/mend/frame-shared';
import { placeAsBefore } from '../../state/mend/move-photos';
import { startPointing } from '../../state/mend/point-photos';
import { lookAsBefore } from '../../state/mend/looks';
import { saveCube } from '../../state/mend/save-cube';
import { lightAsBefore } from '../../state/mend/mend-light';
import { uncropAll } from '../../state/mend/frame-pictures';
import { setMend, type MendTool } from '../../state/mend/mend';
import { setKeying } from '../../state/mend/key/keying';
import { findBackings } from '../../state/mend/key/pick-backing';
import { setDrawTool } from '../../state/mend/draw/draw';
import { addLayer } from '../../state/mend/draw/layers';
import { copyToNext } from '../../state/mend/draw/pose-drawings';
import { saveSvg } from '../../state/mend/draw/svg-out';
import { setKeyView } from '../../state/picture/shown-film';
import { lookForAreas } from '../../state/mend/paint/found-for-you';
import { makeScenePlate } from '../../state/mend/paint/make-scene-plate';
import { unpaint } from '../../state/mend/paint/change-strokes';
import { setPaint } from '../../state/mend/paint/paint';
import type { CommandFacts } from './command-facts';
import { leadTo } from './lead-to';
import { firstOf, noPoses, readOnly } from './reasons';

const cannot = firstOf(readOnly, noPoses);
const tool = (id: MendTool, name: string) => (): void => {
  setMend({ tool: id });
  leadTo({ stage: 'mend', side: 'left', name });
};
const light = (name: string): (() => void) => tool('light', name);
const steady = (name: string): (() => void) => tool('steady', name);
const framing = (name: string): (() => void) => tool('framing', name);
const paint = (name: string): (() => void) => tool('paint', name);
const key = (name: string): (() => void) => tool('key', name);
const draw = (name: string): (() => void) => tool('draw', name);
const colour = (name: string): (() => void) => tool('colour', name);

/** What mends pictures and has no key of its own. */
export const MEND_COMMANDS: readonly CommandFacts[] = [
  {
    words: 'Brightness of the chosen poses’ photos',
    also: 'light exposure darker lighter',
    cannot,
    run: light('Brightness'),
  },
  {
    words: 'Warmth of the chosen poses’ photos',
    also: 'white balance temperature yellow blue colour',
    cannot,
    run: light('Warmth'),
  },
  { words: 'Tint of the chosen poses’ photos', also: 'green magenta colour', cannot, run: light('Tint') },
  {
    words: 'How strongly the light is matched',
    also: 'strength per cent flicker',
    cannot,
    run: light('Strength'),
  },
  {
    words: 'Which photos the light is matched of',
    also: 'flicker scene film chosen',
    cannot,
    run: light('Match'),
  },
  {
    words: 'Steady: which photos, and what is taken out',
    also: 'shake bump stabilise jitter anchor shift',
    cannot,
    run: steady('Take out'),
  },
  {
    words: 'How strongly the chosen photos are steadied',
    also: 'strength per cent',
    cannot,
    run: steady('Strength'),
  },
  {
    words: 'The chosen photos moved, turned and sized by hand',
    also: 'nudge shift rotate place',
    cannot,
    run: steady('Right'),
  },
  {
    words: 'Over the picture: the photo that stands right, or the difference from it',
    also: 'compare overlay',
    cannot,
    run: steady('Over it'),
  },
  {
    words: 'Click the same point in the photos, one after the other',
    also: 'align points register',
    cannot,
    run: () => {
      steady('Right')();
      startPointing();
    },
  },
  {
    words: 'Frame the largest part that all photos of the scene share',
    also: 'edge crop steady',
    cannot,
    run: () => void frameShared(),
  },
  {
    words: 'What fills the edges of moved photos',
    also: 'border background neighbour fill steady',
    cannot,
    run: steady('Edges'),
  },
  { words: 'The place of the chosen photos as it came', also: 'reset original', cannot, run: placeAsBefore },
  {
    words: 'Framing: the part of the picture that is shown',
    also: 'crop zoom in closer cut reframe',
    cannot,
    run: framing('Closer'),
  },
  {
    words: 'Framing of the film, of this scene or of the chosen poses',
    also: 'crop scope',
    cannot,
    run: framing('For'),
  },
  {
    words: 'Move the camera over the chosen poses',
    also: 'pan zoom push travel framing on ones with the holds',
    cannot,
    run: framing('Move the camera'),
  },
  {
    words: 'Closer by the word over the chosen poses',
    also: 'punch zoom dialogue framing step',
    cannot,
    run: framing('Each word'),
  },
  {
    words: 'How strongly the film is framed',
    also: 'strength per cent framings switch off on crop',
    cannot,
    run: framing('Framed by'),
  },
  {
    words: 'How strongly the film is coloured',
    also: 'strength per cent colours switch off on look grade',
    cannot,
    run: colour('Coloured by'),
  },
  { words: 'All framings taken away', also: 'crop reset whole picture', cannot, run: uncropAll },
  {
    words: 'Guides on the picture: thirds, centre, safe parts',
    also: 'grid lines',
    cannot,
    run: framing('Thirds'),
  },
  {
    words: 'Chosen poses of another shape: whole or filling the picture',
    also: 'bars letterbox aspect',
    cannot,
    run: framing('Photos of another shape'),
  },
  {
    words: 'Colour: add a step',
    also: 'grade look exposure contrast levels curves saturation hue vignette black white mixer balance',
    cannot,
    run: colour('Add'),
  },
  {
    words: 'Colour of the film, of this scene or of the chosen poses',
    also: 'grade look scope',
    cannot,
    run: colour('For'),
  },
  {
    words: 'Mark what is cut off to black or white',
    also: 'clipping highlights shadows histogram zebra',
    cannot,
    run: colour('Mark what is cut off'),
  },
  {
    words: 'Keep these steps of colour for other films',
    also: 'preset named set look',
    cannot,
    run: colour('Keep these steps as'),
  },
  {
    words: 'Save the steps of colour as a table, a .cube file',
    also: 'lut export cube table look',
    cannot,
    run: () => void saveCube(),
  },
  {
    words: 'Paint out: rigs, hands and dust',
    also: 'remove erase clone heal rub wire retouch mask',
    cannot,
    run: paint('Paint in'),
  },
  {
    words: 'The clean plate of this scene: a photo of the empty set',
    also: 'background empty set paint out',
    cannot,
    run: paint('Plate'),
  },
  {
    words: 'Make a clean plate of this scene from its photos',
    also: 'background empty set average median paint out',
    cannot,
    run: () => void makeScenePlate(),
  },
  {
    words: 'Look for what this photo shows that its clean plate does not',
    also: 'find rig hand difference paint out',
    cannot,
    run: () => {
      paint('Paint in')();
      void lookForAreas();
    },
  },
  {
    words: 'Carry strokes on: to how many photos',
    also: 'follow track wire paint out next',
    cannot,
    run: paint('To the next'),
  },
  {
    words: 'Keep the subject and paint all else',
    also: 'cut out mask outline carry over',
    cannot,
    run: () => {
      setPaint({ shape: 'keep', choosing: false });
      paint('Paint in')();
    },
  },
  {
    words: 'All that is painted on the chosen photos away',
    also: 'reset original strokes',
    cannot,
    run: unpaint,
  },
  {
    words: 'Key: cut the subject out of a plain backing',
    also: 'green blue screen card chroma matte transparent background remove',
    cannot,
    run: () => {
      setKeying({ pointing: 'pick' });
      key('For')();
    },
  },
  {
    words: 'What stands behind the subject: a colour, a gradient, a photo, another scene',
    also: 'key background replace sky composite',
    cannot,
    run: key('Behind it'),
  },
  {
    words: 'Key: spill of the backing off the subject',
    also: 'green edge fringe despill',
    cannot,
    run: key('Spill off'),
  },
  {
    words: 'Key: the matte, or what goes, by itself',
    also: 'alpha mask view',
    cannot,
    run: () => {
      setKeyView('matte');
      key('For')();
    },
  },
  {
    words: 'Look for the backing in each photo again',
    also: 'key green screen uneven light',
    cannot,
    run: () => {
      key('For')();
      void findBackings();
    },
  },
  {
    words: 'Draw on top of the film',
    also: 'halo smoke face paint pencil brush animate layer rotoscope annotate title',
    cannot,
    run: draw('Brush'),
  },
  {
    words: 'Eraser: take away what is drawn',
    also: 'draw rubber remove',
    cannot,
    run: () => {
      setDrawTool('eraser');
      draw('Eraser')();
    },
  },
  {
    words: 'Fill what drawn lines close in',
    also: 'draw bucket flood colour area',
    cannot,
    run: () => {
      setDrawTool('fill');
      draw('Fill')();
    },
  },
  {
    words: 'Lasso: choose, move, turn and size drawn marks',
    also: 'draw select transform rotate scale',
    cannot,
    run: () => {
      setDrawTool('lasso');
      draw('Lasso')();
    },
  },
  {
    words: 'Copy the drawing of this pose to the next one',
    also: 'draw start duplicate',
    cannot,
    run: copyToNext,
  },
  {
    words: 'Over how many poses a drawing lasts',
    also: 'draw hold stay exposure',
    cannot,
    run: draw('Lasts over'),
  },
  {
    words: 'Ghosts of the drawings before and after',
    also: 'draw trace beside',
    cannot,
    run: draw('Ghosts before'),
  },
  { words: 'Add a layer to draw on', also: 'draw sheet', cannot, run: addLayer },
  {
    words: 'Save the drawings as SVG files',
    also: 'draw export vector',
    cannot,
    run: () => void saveSvg('film'),
  },
  {
    words: 'Bring drawings in from SVG files',
    also: 'draw import vector',
    cannot,
    run: draw('Bring SVG files in…'),
  },
  { words: 'The colours as they came: no steps', also: 'reset original look', cannot, run: lookAsBefore },
  { words: 'The light of the chosen photos as it came', also: 'reset original', cannot, run: lightAsBefore },
];
