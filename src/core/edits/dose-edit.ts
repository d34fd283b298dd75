import type { Film } from '../film/film';
import { DOSED_TOOLS, type DosedTool, type MendDose, type MendDoses } from '../film/mend-dose';
import { batch, type Edit } from './edit';

/** How much is done of all framings, or of all looks. */
export const doseEdit = (film: Film, tool: DosedTool, dose: MendDose): Edit => {
  const own = dose.off || dose.strength !== 100 ? dose : undefined;
  const doses: MendDoses = { ...film.settings.doses, [tool]: own };
  const isAll = DOSED_TOOLS.every((each) => doses[each] === undefined);
  const what = tool === 'framing' ? 'Framings' : 'Colours';
  const how = dose.off ? 'switched off' : `done by ${dose.strength} %`;
  return batch(`${what} ${how}`, [
    { kind: 'patch', of: 'settings', patch: { doses: isAll ? undefined : doses } },
  ]);
};
