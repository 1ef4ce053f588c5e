import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { LADDER_ROUNDS, LADDER_STARTS, LADDER_STEPS, LADDER_TOPS, type LadderHow } from '../../../core/index.ts';
import { Choice } from '../frame/Choice.tsx';
import type { StandHow } from './how.ts';
import type { FootSwitch, Midi } from './midi.ts';

interface HowSheetProps {
  readonly how: StandHow;
  readonly midi: Midi;
  readonly onHow: (how: StandHow) => void;
  readonly onClose: () => void;
}

const WAYS = [
  ['both', 'both hands'],
  ['rhythm', 'the rhythm alone'],
  ['left', 'the left hand alone'],
] as const;
const WAY_WORDS = {
  both: 'As it is played.',
  rhythm: 'Every stroke on one grip: the right hand has all the attention.',
  left: 'Silent: set each grip on its beat, and do not strike.',
} as const;
const CLICKS = [
  ['beats', 'every beat'],
  ['weak', '2 and 4'],
  ['drops-out', 'every other bar'],
] as const;
const SWITCH_WORDS: Readonly<Record<FootSwitch, string>> = {
  right: 'the right pedal',
  left: 'the left pedal',
  next: 'one for the next thing',
  again: 'one for again from the start',
  stop: 'one to stop',
};
const percent = (rate: number) => `${Math.round(rate * 100)} %`;
const choices = (all: readonly number[], of: (one: number) => string = percent) =>
  all.map((one) => [String(one), of(one)] as const);

/** How one practises: which hand, what is heard, how the ladder goes. */
export function HowSheet({ how, midi, onHow, onClose }: HowSheetProps) {
  const { ladder } = how;
  const set = (part: keyof LadderHow) => (text: string) =>
    onHow({ ...how, ladder: { ...ladder, [part]: Number(text) } });
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>How it is practised</DialogTitle>
      <DialogContent className="how-sheet">
        <Choice label="Hands" choices={WAYS} value={how.way} onChoose={(way) => onHow({ ...how, way })}>
          <p>{WAY_WORDS[how.way]}</p>
        </Choice>
        <Choice label="Click" choices={CLICKS} value={how.click} onChoose={(click) => onHow({ ...how, click })} />
        <FormControlLabel
          control={<Switch checked={how.guitar} onChange={(_, guitar) => onHow({ ...how, guitar })} />}
          label="Hear the guitar as it should sound"
        />
        <FormControlLabel
          control={<Switch checked={how.band} onChange={(_, band) => onHow({ ...how, band })} />}
          label="Bass and brushes play along"
        />
        <Choice
          label="Begins at"
          choices={choices(LADDER_STARTS)}
          value={String(ladder.start)}
          onChoose={set('start')}
        />
        <Choice label="Rises by" choices={choices(LADDER_STEPS)} value={String(ladder.step)} onChoose={set('step')} />
        <Choice
          label="After so many clean rounds"
          choices={choices(LADDER_ROUNDS, String)}
          value={String(ladder.rounds)}
          onChoose={set('rounds')}
        />
        <Choice label="Ends at" choices={choices(LADDER_TOPS)} value={String(ladder.top)} onChoose={set('top')} />
        <FormControlLabel
          control={<Switch checked={midi.state !== 'off'} onChange={(_, on) => midi.want(on)} />}
          label="A MIDI foot switch"
        />
        {midi.state === 'refused' && (
          <p role="alert">The browser gives no access to MIDI. Keys and the pedals on the screen do the same.</p>
        )}
        {midi.state === 'on' && (
          <div>
            <Button variant="outlined" onClick={midi.learn} disabled={midi.learning !== null}>
              {midi.learning === null ? 'Say which pedal is which' : `Press ${SWITCH_WORDS[midi.learning]} …`}
            </Button>
            {midi.learning !== null && <Button onClick={midi.learnt}>There are no more</Button>}
          </div>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Done</Button>
      </DialogActions>
    </Dialog>
  );
}
