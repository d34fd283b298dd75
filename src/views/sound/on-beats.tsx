import { useState } from 'react';
import { runOnBeats, snapToBeats } from '../../core/edits/retime/hold-to-beats';
import type { HoldChange } from '../../core/edits/retime/start-on';
import type { PlacedCue } from '../../core/film/cue-place';
import type { Film } from '../../core/film/film';
import { count } from '../../core/time/format';
import { type Result } from '../../core/time/result';
import { Button } from '../../kit/button';
import { SelectField } from '../../kit/select-field';
import { targetPoses } from '../../state/document/edit-film';
import { useSelection } from '../../state/selection/selection';
import { tell } from '../../state/shell/shell';
import { beatHere, cuesToBeats } from '../../state/sound/beats';
import { HoldQuestion } from './hold-question';

const OFTEN = [
  { value: '0.5', label: 'every half beat' },
  { value: '1', label: 'every beat' },
  { value: '2', label: 'every second beat' },
  { value: '4', label: 'every fourth beat' },
];

interface OnBeatsProps {
  readonly film: Film;
  readonly music: PlacedCue;
  readonly disabled: boolean;
}

export function OnBeats({ film, music, disabled }: OnBeatsProps) {
  const chosen = useSelection((state) => state.chosen);
  const chosenCues = useSelection((state) => state.chosenCues);
  const [every, setEvery] = useState('1');
  const [asked, setAsked] = useState<{ readonly of: Film; readonly change: HoldChange }>();
  const poses = targetPoses();
  const ask = (outcome: Result<HoldChange>): void => {
    if (outcome.ok) setAsked({ of: film, change: outcome.value });
    else tell(outcome.problem);
  };
  const none = disabled || poses.length === 0;
  const who = chosen.size > 0 ? count(chosen.size, 'chosen pose') : 'the pose on screen';
  const { id } = music.cue;
  return (
    <>
      <h2>On the beat</h2>
      <SelectField label="A new pose" value={every} disabled={disabled} options={OFTEN} onChange={setEvery} />
      <Button disabled={none} onClick={() => ask(runOnBeats(film, poses, id, Number(every)))}>
        Put {who} on the beat
      </Button>
      <Button disabled={none} onClick={() => ask(snapToBeats(film, poses, id, 'end'))}>
        Hold {who} until a beat
      </Button>
      <Button disabled={none} onClick={() => ask(snapToBeats(film, poses, id, 'start'))}>
        Start {who} on a beat
      </Button>
      {asked?.of === film && (
        <HoldQuestion film={film} change={asked.change} onDone={() => setAsked(undefined)} />
      )}
      <Button disabled={disabled || ![...chosenCues].some((cue) => cue !== id)} onClick={cuesToBeats}>
        Put the chosen cues on beats
      </Button>
      <Button disabled={disabled} onClick={beatHere}>
        Move a beat here
      </Button>
    </>
  );
}
