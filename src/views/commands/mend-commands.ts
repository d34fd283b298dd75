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
    words: 'Match the light',
    mainly: 'flicker deflicker',
    also: 'flicker deflicker even exposure brightness lighting jump',
    cannot,
    run: light('Match'),
  },
  {
    words: 'Steady the picture',
    mainly: 'stabilise shake shaky steady',
    also: 'stabilise shaky shaking wobble bump jump align',
    cannot,
    run: steady('Steady it'),
  },
  { words: 'Take this photo as reference for the light', also: 'anchor', cannot, run: light('Reference') },
  { words: 'Take this photo as reference for the place', also: 'anchor', cannot, run: steady('Reference') },
  {
    words: 'Carry strokes on to the next photos',
    also: 'follow track copy painting',
    cannot,
    run: paint('Carry on'),
  },
  { words: 'Add a LUT, a .cube file', also: 'colour table import', cannot, run: colour('Add a LUT') },
  {
    words: 'Brightness of the chosen poses’ photos',
    also: 'light exposure darker lighter',
    cannot,
    run: light('Brightness'),
  },
  {
    words: 'Warmth of the chosen poses’ photos',
    mainly: 'white balance temperature',
    also: 'white balance temperature yellow blue colour',
    cannot,
    run: light('Warmth'),
  },
  { words: 'Tint of the chosen poses’ photos', also: 'green magenta colour', cannot, run: light('Tint') },
  {
    words: 'Strength of the matched light',
    also: 'strength per cent flicker',
    cannot,
    run: light('Strength'),
  },
  {
    words: 'Photos whose light is matched',
    also: 'flicker scene film chosen',
    cannot,
    run: light('Photos'),
  },
  {
    words: 'Steadying: which movement is removed',
    also: 'jitter bumps anchor',
    cannot,
    run: steady('Remove'),
  },
  {
    words: 'Strength of the steadied photos',
    also: 'strength per cent',
    cannot,
    run: steady('Strength'),
  },
  {
    words: 'Move, turn and scale the chosen photos by hand',
    also: 'nudge shift rotate place',
    cannot,
    run: steady('Right'),
  },
  {
    words: 'Overlay: the reference, or the difference from it',
    also: 'compare overlay',
    cannot,
    run: steady('Overlay'),
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
    words: 'Crop to what all photos of the scene share',
    also: 'edge crop steady',
    cannot,
    run: () => void frameShared(),
  },
  {
    words: 'Edges of moved photos: how they are filled',
    also: 'border background neighbour fill steady',
    cannot,
    run: steady('Edges'),
  },
  { words: 'Reset the place of the chosen photos', also: 'reset original', cannot, run: placeAsBefore },
  {
    words: 'Framing: crop the picture',
    mainly: 'crop',
    also: 'zoom closer cut reframe part',
    cannot,
    run: framing('Zoom'),
  },
  {
    words: 'Photos that the framing is for: film, scene or poses',
    also: 'crop scope',
    cannot,
    run: framing('Photos'),
  },
  {
    words: 'Move the camera over the chosen poses',
    mainly: 'pan',
    also: 'pan zoom push travel tilt framing on ones with the holds',
    cannot,
    run: framing('Move the camera'),
  },
  {
    words: 'Zoom in per word over the chosen poses',
    also: 'punch zoom dialogue framing step',
    cannot,
    run: framing('Per word'),
  },
  {
    words: 'Strength of the film’s framings',
    also: 'strength per cent framings switch off on crop',
    cannot,
    run: framing('Film strength'),
  },
  {
    words: 'Strength of the film’s colours',
    also: 'strength per cent colours switch off on look grade',
    cannot,
    run: colour('Film strength'),
  },
  { words: 'Delete all framings', also: 'crop reset whole picture', cannot, run: uncropAll },
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
    mainly: 'colour black white grade',
    also: 'grade look exposure contrast levels curves saturation hue vignette black white mixer balance',
    cannot,
    run: colour('Add'),
  },
  {
    words: 'Photos that the colours are for: film, scene or poses',
    also: 'grade look scope',
    cannot,
    run: colour('Photos'),
  },
  {
    words: 'Show clipping: what is cut off to black or white',
    also: 'clipping highlights shadows histogram zebra',
    cannot,
    run: colour('Show clipping'),
  },
  {
    words: 'Save these colour steps for other films',
    also: 'preset named set look',
    cannot,
    run: colour('Save these steps as'),
  },
  {
    words: 'Save the colour steps as a LUT, a .cube file',
    also: 'lut export cube table look',
    cannot,
    run: () => void saveCube(),
  },
  {
    words: 'Paint out: rigs, hands and dust',
    mainly: 'wire rig erase',
    also: 'remove erase clone heal rub wire retouch mask removal',
    cannot,
    run: paint('Source'),
  },
  {
    words: 'Choose the clean plate of this scene',
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
    words: 'Find what differs from the clean plate',
    also: 'find rig hand difference paint out',
    cannot,
    run: () => {
      paint('Source')();
      void lookForAreas();
    },
  },
  {
    words: 'Number of photos that strokes are carried on to',
    also: 'follow track wire paint out next',
    cannot,
    run: paint('Carry on to'),
  },
  {
    words: 'Keep the subject and paint all else',
    also: 'cut out mask outline carry over',
    cannot,
    run: () => {
      setPaint({ shape: 'keep', choosing: false });
      paint('Source')();
    },
  },
  {
    words: 'Delete all painting on the chosen photos',
    also: 'reset original strokes',
    cannot,
    run: unpaint,
  },
  {
    words: 'Key: cut the subject out of a plain card',
    mainly: 'green screen chroma',
    also: 'green blue screen card chroma matte transparent background remove',
    cannot,
    run: () => {
      setKeying({ pointing: 'pick' });
      key('Photos')();
    },
  },
  {
    words: 'Background of the key: a colour, photo or scene',
    mainly: 'background',
    also: 'backdrop replace sky composite',
    cannot,
    run: key('Background'),
  },
  {
    words: 'Key: remove the backing’s colour from the subject',
    also: 'green edge fringe despill',
    cannot,
    run: key('Despill'),
  },
  {
    words: 'Key: show the matte',
    also: 'alpha mask view',
    cannot,
    run: () => {
      setKeyView('matte');
      key('Photos')();
    },
  },
  {
    words: 'Find the backing in each photo again',
    also: 'key green screen uneven light',
    cannot,
    run: () => {
      key('Photos')();
      void findBackings();
    },
  },
  {
    words: 'Draw on top of the film',
    mainly: 'draw text credit',
    also: 'caption title halo smoke face paint pencil brush animate layer rotoscope annotate title end letter',
    cannot,
    run: draw('Brush'),
  },
  {
    words: 'Eraser: erase what is drawn',
    also: 'draw rubber remove',
    cannot,
    run: () => {
      setDrawTool('eraser');
      draw('Eraser')();
    },
  },
  {
    words: 'Fill an area inside drawn lines',
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
    words: 'For how many poses a drawing is shown',
    also: 'draw hold stay exposure',
    cannot,
    run: draw('Shown for'),
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
    words: 'Add drawings from SVG files',
    also: 'draw import vector',
    cannot,
    run: draw('Add SVG files…'),
  },
  { words: 'Delete all colour steps', also: 'reset original look', cannot, run: lookAsBefore },
  { words: 'Reset the light of the chosen photos', also: 'reset original', cannot, run: lightAsBefore },
];
