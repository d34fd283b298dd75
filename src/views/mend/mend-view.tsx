import { scheduleOf } from '../../core/film/schedule';
import { Accordion } from '../../kit/accordion';
import { Panel } from '../../kit/panel';
import { useFilm } from '../../state/document/document';
import { setMend, useMend } from '../../state/mend/mend';
import { StageFrame } from '../frame/stage-frame';
import { NoPoses } from '../no-poses';
import { Picture } from '../picture/picture';
import { Transport } from '../time/transport';
import styles from '../time/time.module.css';
import { ColourTool } from './colour-tool';
import { DrawTool } from './draw/draw-tool';
import { KeyTool } from './key/key-tool';
import { FramingTool } from './framing-tool';
import { LightTool } from './light-tool';
import { PaintTool } from './paint/paint-tool';
import { SteadyTool } from './steady-tool';
import { ViewChoice } from './view-choice';

/** Stage Mend: the picture, before and after, and the tools that mend it. */
export function MendView() {
  const film = useFilm();
  const tool = useMend((state) => state.tool);
  const isEmpty = film && scheduleOf(film).count === 0;
  const tools = (
    <Panel label="Mends">
      <ViewChoice />
      <Accordion
        folds={[
          { id: 'light', title: 'Light', body: <LightTool /> },
          { id: 'steady', title: 'Steady', body: <SteadyTool /> },
          { id: 'framing', title: 'Framing', body: <FramingTool /> },
          { id: 'colour', title: 'Colour', body: <ColourTool /> },
          { id: 'paint', title: 'Paint out', body: <PaintTool /> },
          { id: 'key', title: 'Key', body: <KeyTool /> },
          { id: 'draw', title: 'Draw on top', body: <DrawTool /> },
        ]}
        open={tool}
        onOpen={(open) => setMend({ tool: open })}
      />
    </Panel>
  );
  return (
    <StageFrame left={{ name: 'Mends', width: 276, head: <h2>Mends</h2>, body: tools }}>
      <div className={styles.middle}>
        {isEmpty ? (
          <NoPoses
            film={film}
            heading="Nothing to mend yet"
            words="Here the light of the photos is evened out, so that the film does not flicker, the picture is steadied and framed, its colours are set, rigs and hands are painted out, what stands before a plain card comes before another picture, and halos, smoke or a face are drawn on top. No photo is ever altered."
          />
        ) : (
          <Picture />
        )}
        <Transport />
      </div>
    </StageFrame>
  );
}
