import { Tabs } from '../../kit/tabs';
import { setMendView, useShownAs, type MendView } from '../../state/picture/shown-film';

const VIEWS: readonly (readonly [view: MendView, word: string])[] = [
  ['mended', 'After'],
  ['divided', 'Both'],
  ['before', 'Before'],
];

/** Whether the picture is seen mended, as it was before, or both beside each other. */
export function ViewChoice() {
  const view = useShownAs((state) => state.view);
  return <Tabs label="Before or after mending" tabs={VIEWS} chosen={view} onChoose={setMendView} />;
}
