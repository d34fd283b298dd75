import Anchor from 'lucide-react/icons/anchor';
import Brush from 'lucide-react/icons/brush';
import Crop from 'lucide-react/icons/crop';
import Palette from 'lucide-react/icons/palette';
import Pencil from 'lucide-react/icons/pencil';
import PersonStanding from 'lucide-react/icons/person-standing';
import SunMedium from 'lucide-react/icons/sun-medium';
import { scheduleOf } from '../../core/film/schedule';
import { Panel } from '../../kit/panel';
import { ToolChoice, type ChoosableTool } from '../../kit/tool-choice';
import { useFilm } from '../../state/document/document';
import { setMend, useMend, type MendTool } from '../../state/mend/mend';
import { TallFrame } from '../frame/tall-frame';
import { NoPoses } from '../no-poses';
import { Picture } from '../picture/picture';
import { Transport } from '../time/transport';
import styles from '../time/time.module.css';
import { ColourTool } from './colour-tool';
import { DrawTool } from './draw/draw-tool';
import { KeyTool } from './key/key-tool';
import { FramingTool } from './framing-tool';
import { LightTool } from './light-tool';
import { LostMendsNote, lostWith } from './lost-mends-note';
import { PaintTool } from './paint/paint-tool';
import { SteadyTool } from './steady-tool';
import { ViewChoice } from './view-choice';

const TOOLS: readonly ChoosableTool<MendTool>[] = [
  {
    id: 'light',
    title: 'Light',
    does: 'Even out flicker; brightness, warmth, tint',
    icon: SunMedium,
    body: <LightTool />,
  },
  { id: 'steady', title: 'Steady', does: 'Stop shaking and bumps', icon: Anchor, body: <SteadyTool /> },
  { id: 'framing', title: 'Framing', does: 'Crop, zoom, move the camera', icon: Crop, body: <FramingTool /> },
  {
    id: 'colour',
    title: 'Colour',
    does: 'Contrast, curves, black and white, looks, LUTs',
    icon: Palette,
    body: <ColourTool />,
  },
  { id: 'paint', title: 'Paint out', does: 'Cover rigs, hands and dust', icon: Brush, body: <PaintTool /> },
  {
    id: 'key',
    title: 'Key',
    does: 'Cut the subject out and put another background in',
    icon: PersonStanding,
    body: <KeyTool />,
  },
  {
    id: 'draw',
    title: 'Draw on top',
    does: 'Draw smoke, lines and titles on the film',
    icon: Pencil,
    body: <DrawTool />,
  },
];

/** Stage Mend: the picture, before and after, and the tools that mend it. */
export function MendView() {
  const film = useFilm();
  const tool = useMend((state) => state.tool);
  const isEmpty = film && scheduleOf(film).count === 0;
  const tools = TOOLS.map((each) => {
    if (!film || lostWith(film, each.id).length === 0) return each;
    const body = (
      <>
        <LostMendsNote film={film} tool={each.id} />
        {each.body}
      </>
    );
    return { ...each, body, flaw: 'Something set with it has no effect' };
  });
  return (
    <TallFrame
      guide={tool ?? 'light'}
      head={<ViewChoice />}
      body={
        <Panel label="Mends">
          <ToolChoice label="Tools" tools={tools} open={tool} onOpen={(open) => setMend({ tool: open })} />
        </Panel>
      }
    >
      <div className={styles.middle}>
        {isEmpty ? (
          <NoPoses
            film={film}
            heading="Nothing to mend yet"
            words="Even out light, steady, crop and colour the picture, paint out rigs, replace the background, draw on top. Your photos stay as they are."
          />
        ) : (
          <Picture />
        )}
        <Transport />
      </div>
    </TallFrame>
  );
}
