import FileDown from 'lucide-react/icons/file-down';
import RotateCcw from 'lucide-react/icons/rotate-ccw';
import { useEffect } from 'react';
import { FRESH_KINDS, labelOf, type FreshKind } from '../../core/picture/colour/colour-steps';
import { CheckField } from '../../kit/check-field';
import { SelectField } from '../../kit/select-field';
import { Tools } from '../../kit/tools';
import { useDocument, useFilm } from '../../state/document/document';
import { addCubes, addStep, lookAsBefore, lookInScope, stopPicking } from '../../state/mend/looks';
import { MEND_SCOPES, setMend, useMend, type MendScope } from '../../state/mend/mend';
import { saveCube } from '../../state/mend/save-cube';
import { useSelection } from '../../state/selection/selection';
import { useTransport } from '../../state/transport/transport';
import { FileChooser } from '../file-chooser';
import { ColourStepRow } from './colour-step-row';
import { COPY_TOOLS } from './copy-tools';
import { DoseFields } from './dose-fields';
import { Histogram } from './histogram';
import { KeptLooks } from './kept-looks';
import styles from './mend.module.css';
import { partWords } from './scope-words';

/** Colour: a stack of steps, for the film, a scene or poses. */
export function ColourTool() {
  const film = useFilm();
  // The playhead and what is chosen decide which stack is meant.
  useTransport((state) => state.frame);
  useSelection((state) => state.chosen);
  const canWrite = useDocument((state) => state.canWrite);
  const { lookScope, openStep, showsClipping } = useMend();
  // What is just picked ends with the tool: the picture is shown without steps meanwhile.
  useEffect(() => stopPicking, []);
  if (!film) return null;
  const look = lookInScope(film, lookScope);
  const off = !canWrite;
  return (
    <>
      <Histogram />
      <CheckField
        label="Show clipping"
        checked={showsClipping}
        onChange={(next) => setMend({ showsClipping: next })}
      />
      <SelectField
        label="Photos"
        beside
        value={lookScope}
        options={MEND_SCOPES.toReversed().map((each) => ({ value: each, label: partWords(each) }))}
        onChange={(next) => setMend({ lookScope: next as MendScope })}
      />
      {look.length === 0 ? (
        <p className={styles.hint}>No colour steps yet. Add one.</p>
      ) : (
        <ol className={styles.steps}>
          {look.map((step, i) => (
            <ColourStepRow
              key={step.id}
              step={step}
              at={i}
              count={look.length}
              isOpen={step.id === openStep}
              off={off}
            />
          ))}
        </ol>
      )}
      <SelectField
        label="Add"
        beside
        value=""
        disabled={off}
        options={[
          { value: '', label: 'a step …' },
          ...FRESH_KINDS.map((kind) => ({ value: kind, label: labelOf(kind) })),
        ]}
        onChange={(kind) => kind !== '' && addStep(kind as FreshKind)}
      />
      <FileChooser
        label="LUT files"
        testId="cubes"
        accept=".cube"
        disabled={off}
        onFiles={(files) => void addCubes(files)}
      >
        Add a LUT (.cube)
      </FileChooser>
      <Tools
        label="Colour"
        disabled={off}
        tools={[
          ...COPY_TOOLS,
          {
            word: 'Reset',
            label: 'Delete all colour steps',
            icon: RotateCcw,
            run: lookAsBefore,
            off: look.length === 0,
          },
          {
            word: 'LUT',
            label: 'Save these steps as a LUT, a .cube file',
            icon: FileDown,
            run: () => void saveCube(),
            off: look.length === 0,
          },
        ]}
      />
      <DoseFields film={film} tool="colour" off={off} />
      <KeptLooks look={look} off={off} />
    </>
  );
}
