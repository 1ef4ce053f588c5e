import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import {
  LADDER_ROUNDS,
  LADDER_STARTS,
  LADDER_STEPS,
  LADDER_TOPS,
  type LadderHow,
  msg,
  t,
  type Msg,
} from '../../../core/index.ts';
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
  ['both', msg('both hands')],
  ['rhythm', msg('the rhythm alone')],
  ['left', msg('the left hand alone')],
] as const;
const WAY_WORDS = {
  both: msg('As it is played.'),
  rhythm: msg('Every stroke on one grip: the right hand has all the attention.'),
  left: msg('Silent: set each grip on its beat, and do not strike.'),
} as const;
const CLICKS = [
  ['beats', msg('every beat')],
  ['weak', msg('2 and 4')],
  ['drops-out', msg('every other bar')],
] as const;
const SWITCH_WORDS: Readonly<Record<FootSwitch, Msg>> = {
  right: msg('the right pedal'),
  left: msg('the left pedal'),
  next: msg('one for the next thing'),
  again: msg('one for again from the start'),
  stop: msg('one to stop'),
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
      <DialogTitle>{t('How it is practised')}</DialogTitle>
      <DialogContent className="how-sheet">
        <Choice label={t('Hands')} choices={WAYS} value={how.way} onChoose={(way) => onHow({ ...how, way })}>
          <p>{t(WAY_WORDS[how.way])}</p>
        </Choice>
        <Choice label={t('Click')} choices={CLICKS} value={how.click} onChoose={(click) => onHow({ ...how, click })} />
        <FormControlLabel
          control={<Switch checked={how.guitar} onChange={(_, guitar) => onHow({ ...how, guitar })} />}
          label={t('Hear the guitar as it should sound')}
        />
        <FormControlLabel
          control={<Switch checked={how.band} onChange={(_, band) => onHow({ ...how, band })} />}
          label={t('Bass and brushes play along')}
        />
        <Choice
          label={t('Begins at')}
          choices={choices(LADDER_STARTS)}
          value={String(ladder.start)}
          onChoose={set('start')}
        />
        <Choice
          label={t('Rises by')}
          choices={choices(LADDER_STEPS)}
          value={String(ladder.step)}
          onChoose={set('step')}
        />
        <Choice
          label={t('After so many clean rounds')}
          choices={choices(LADDER_ROUNDS, String)}
          value={String(ladder.rounds)}
          onChoose={set('rounds')}
        />
        <Choice label={t('Ends at')} choices={choices(LADDER_TOPS)} value={String(ladder.top)} onChoose={set('top')} />
        <FormControlLabel
          control={<Switch checked={midi.state !== 'off'} onChange={(_, on) => midi.want(on)} />}
          label={t('A MIDI foot switch')}
        />
        {midi.state === 'refused' && (
          <p role="alert">{t('The browser gives no access to MIDI. Keys and the pedals on the screen do the same.')}</p>
        )}
        {midi.state === 'on' && (
          <div>
            <Button variant="outlined" onClick={midi.learn} disabled={midi.learning !== null}>
              {midi.learning === null
                ? t('Say which pedal is which')
                : t('Press {pedal} …', { pedal: SWITCH_WORDS[midi.learning] })}
            </Button>
            {midi.learning !== null && <Button onClick={midi.learnt}>{t('There are no more')}</Button>}
          </div>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t('Done')}</Button>
      </DialogActions>
    </Dialog>
  );
}
