import { msg, t, type Msg } from '../../../core/index.ts';
import Hearing from '@mui/icons-material/Hearing';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import IconButton from '@mui/material/IconButton';
import { Choice } from '../frame/Choice.tsx';
import { Tip } from '../frame/Tip.tsx';
import type { StandHow } from './how.ts';
import type { Ear } from './useEar.ts';

const EARS = [
  ['off', msg('off')],
  ['simulated', msg('a simulated player')],
  ['microphone', msg('the microphone')],
] as const satisfies readonly (readonly [StandHow['ear'], Msg])[];
const EAR_WORDS: Readonly<Record<StandHow['ear'], Msg>> = {
  off: msg('Nobody listens: you say yourself whether it was clean.'),
  simulated: msg(
    'Somebody else plays, with mistakes now and then, and you hear what the ear says of them. Nothing of it is logged.',
  ),
  microphone: msg(
    'It hears which strings sounded, and when. Wear headphones, not loud, so that it hears your guitar alone. What it hears stays in this window and is not kept.',
  ),
};

interface EarToolProps {
  readonly how: StandHow;
  readonly ear: Ear;
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly onHow: (how: StandHow) => void;
}

/** Who is listened to, behind a button that shows whether anybody is. */
export function EarTool({ how, ear, open, onOpen, onHow }: EarToolProps) {
  const label = t('The listening ear: {find}', { find: EARS.find(([id]) => id === how.ear)![1] });
  return (
    <>
      <Tip label={label}>
        <IconButton aria-label={label} className={ear.way !== 'off' ? 'ear-listens' : ''} onClick={() => onOpen(true)}>
          <Hearing />
        </IconButton>
      </Tip>
      <Dialog open={open} onClose={() => onOpen(false)} fullWidth maxWidth="sm">
        <DialogTitle>{t('The listening ear')}</DialogTitle>
        <DialogContent className="how-sheet">
          <Choice
            label={t('Listens to')}
            choices={EARS}
            value={how.ear}
            onChoose={(next) => onHow({ ...how, ear: next })}
          >
            <p>{t(EAR_WORDS[how.ear])}</p>
          </Choice>
          {how.ear !== 'off' && (
            <p>
              {t('A round that you have not marked is marked by what it heard and is sure of: your pedals come first.')}
            </p>
          )}
          {how.ear !== 'off' && how.way === 'left' && (
            <p>{t('The left hand alone is silent: there is nothing to hear.')}</p>
          )}
          {ear.failed && <p role="alert">{ear.failed}</p>}
        </DialogContent>
        <DialogActions>
          <Button onClick={() => onOpen(false)}>{t('Done')}</Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
