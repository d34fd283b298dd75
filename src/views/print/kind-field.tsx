import { PRINT_KINDS, printKind, type PrintGroup, type PrintKind } from '../../core/print/print-kinds';
import { SelectField } from '../../kit/select-field';
import { Tabs } from '../../kit/tabs';
import { setPrint } from '../../state/print/print-settings';

const GROUPS: readonly (readonly [PrintGroup, string])[] = [
  ['video', 'Video'],
  ['loop', 'Loop'],
  ['stills', 'Frames'],
  ['sound', 'Sound alone'],
];

const kindsOf = (group: PrintGroup): readonly { value: PrintKind; label: string }[] =>
  Object.entries(PRINT_KINDS).flatMap(([kind, { makes, label }]) =>
    makes === group ? [{ value: kind as PrintKind, label }] : [],
  );

/** What the print becomes: video, a loop, single pictures, sound; and which kind of file. */
export function KindField({ kind }: { readonly kind: PrintKind }) {
  const group = printKind(kind).makes;
  return (
    <>
      <Tabs
        label="Kind of print"
        tabs={GROUPS}
        chosen={group}
        onChoose={(next) => setPrint({ kind: kindsOf(next)[0]?.value ?? 'mp4' })}
      />
      <SelectField
        label="Kind of file"
        beside
        value={kind}
        options={kindsOf(group)}
        hint={printKind(kind).purpose}
        onChange={(value) => setPrint({ kind: value as PrintKind })}
      />
    </>
  );
}
