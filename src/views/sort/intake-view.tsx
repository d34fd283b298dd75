import Copy from 'lucide-react/icons/copy';
import { useDeferredValue, useMemo, useState } from 'react';
import { isUsable } from '../../core/film/intake/intake-row';
import type { LayOut } from '../../core/edits/lay-out';
import { rowNotices, rowWords } from '../../core/film/intake/notices';
import { ROW_ORDERS, rolloversOf, type RowOrder } from '../../core/film/intake/order-rows';
import { count } from '../../core/time/format';
import { Button } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { Panel } from '../../kit/panel';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { dismissIntake, layOutAndPlay } from '../../state/photos/intake';
import { setLayOut, setOrder, setOverRollovers } from '../../state/photos/arrange-intake';
import type { Intake } from '../../state/photos/intake-table';
import { useFilm } from '../../state/document/document';
import { useShell } from '../../state/shell/shell';
import { ChooseFiles } from '../choose-files';
import { StageFrame } from '../frame/stage-frame';
import { Incoming } from './incoming';
import { IntakeTable } from './intake-table';
import { NoticedKinds } from './noticed-kinds';
import { SceneChoices } from './scene-choices';
import styles from './sort.module.css';
import { TimingFields } from './timing-fields';

const GAPS: readonly { value: LayOut['gaps']; label: string }[] = [
  { value: 'close', label: 'Ignore: the next follows at once' },
  { value: 'hold', label: 'Hold the pose before longer' },
  { value: 'scene', label: 'Start a new scene' },
];

const ORDER_WORDS: Readonly<Record<RowOrder, string>> = {
  number: 'By number in the name',
  time: 'By the time they were taken',
  name: 'By name',
  pixels: 'By pixels',
  bytes: 'By file size',
};
const OWN = 'own';
const NONE: Intake['rows'] = [];

const PLACES: readonly { value: LayOut['place']; label: string }[] = [
  { value: 'number', label: 'Sort in by number' },
  { value: 'end', label: 'All after the last pose' },
];

/** Photos before they land: what came in, in which order, and what was noticed. */
export function IntakeView({ intake }: { readonly intake: Intake }) {
  const film = useFilm();
  const coming = useShell((state) => state.incoming !== undefined);
  const [onlyNoticed, setOnlyNoticed] = useState(false);
  const { rows, order, layOut: choice } = intake;
  // While thousands come in they are drawn and looked over in tasks of their own, the first ones too.
  const looked = useDeferredValue(rows, NONE);
  const shown = coming ? looked : rows;
  const usable = useMemo(() => looked.filter(isUsable), [looked]);
  const notices = useMemo(() => rowNotices(looked), [looked]);
  const listed = useMemo(
    () => (onlyNoticed ? shown.filter((row) => !row.photo || notices.has(row.id)) : shown),
    [onlyNoticed, shown, notices],
  );
  const unsure = useMemo(() => rolloversOf(looked).filter(({ sure }) => !sure), [looked]);
  const all = [...notices.values()].flat();
  const gaps = all.filter((notice) => notice.kind === 'gap').length;
  const disagree = all.filter((notice) => notice.kind === 'earlier').length;
  const refused = rows.filter((row) => !row.photo).length;
  const hasPoses = film?.scenes.some((scene) => scene.items.length > 0) ?? false;
  const list = (): string =>
    rows
      .map((row) => {
        const words = rowWords(row, notices.get(row.id) ?? []);
        return [row.name, row.leftOut ? 'left out' : '', words].join('\t');
      })
      .join('\n');
  const foot = (
    <>
      <Button variant="main" disabled={usable.length === 0} onClick={layOutAndPlay} title="Enter">
        {coming ? 'Add these now, rest later' : `Add ${count(usable.length, 'photo')}`}
      </Button>
      <Pair>
        <Button onClick={() => void navigator.clipboard.writeText(list())}>
          <Copy size={16} aria-hidden /> Copy the list
        </Button>
        <Button disabled={coming} onClick={dismissIntake}>
          Cancel import
        </Button>
      </Pair>
    </>
  );
  return (
    <StageFrame
      left={{
        name: 'Check photos',
        guide: 'addPhotos',
        width: 304,
        head: <h2>Check photos</h2>,
        body: (
          <Panel label="How they are added" foot={foot}>
            <p>{count(usable.length, 'photo')} to add.</p>
            <NoticedKinds rows={looked} notices={notices} />
            <Incoming />
            {!coming && rows.length < intake.asked && (
              <p>
                Stopped after {rows.length} of {count(intake.asked, 'file')}. Add the same ones again for the
                rest.
              </p>
            )}
            {!coming && (
              <div className={styles.chosen} role="group" aria-label="More files">
                <ChooseFiles />
              </div>
            )}
            {film && <TimingFields film={film} choice={choice} photos={usable.length} isNew={!hasPoses} />}
            <SelectField
              label="Order"
              value={order ?? OWN}
              options={[
                ...ROW_ORDERS.map((value) => ({ value, label: ORDER_WORDS[value] })),
                ...(order ? [] : [{ value: OWN, label: 'Your own order' }]),
              ]}
              onChange={(value) => value !== OWN && setOrder(value as RowOrder)}
              {...(disagree > 0
                ? { hint: `Number and time disagree at ${count(disagree, 'photo')}; see the table.` }
                : {})}
            />
            {order === 'number' &&
              unsure.map(({ from, to }) => (
                <CheckField
                  key={to}
                  label={`The counter started again: ${to} comes after ${from}`}
                  checked={intake.overRollovers}
                  onChange={setOverRollovers}
                />
              ))}
            {gaps > 0 && (
              <SelectField
                label={`${count(gaps, 'gap')} in the numbers`}
                value={choice.gaps}
                options={GAPS}
                onChange={(value) => setLayOut({ gaps: value as LayOut['gaps'] })}
              />
            )}
            <SceneChoices usable={usable} choice={choice} />
            {hasPoses && (
              <SelectField
                label="Where in the film"
                value={choice.place}
                options={PLACES}
                onChange={(value) => setLayOut({ place: value as LayOut['place'] })}
              />
            )}
            {(notices.size > 0 || refused > 0) && (
              <CheckField
                label="Show only rows with something noticed"
                checked={onlyNoticed}
                onChange={setOnlyNoticed}
              />
            )}
          </Panel>
        ),
      }}
    >
      <IntakeTable rows={listed} whole={!onlyNoticed} order={order} notices={notices} />
    </StageFrame>
  );
}
