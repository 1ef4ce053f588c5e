import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { HURT_PLACES, HURT_WORDS, type HurtPlace } from '../../../core/index.ts';

interface HurtProps {
  /** Where easier grips are found: the bench of the take; null: there is none. */
  readonly bench: string | null;
  readonly onSaid: (place: HurtPlace, note: string) => void;
  readonly onClose: () => void;
}

/** It hurts: everything has stopped. Where, and what could be done about it. */
export function Hurt({ bench, onSaid, onClose }: HurtProps) {
  const [place, setPlace] = useState<HurtPlace | null>(null);
  const [note, setNote] = useState('');
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Stop here</DialogTitle>
      <DialogContent className="hurt">
        <p>
          Put the guitar down. What hurts today is no better for going on; numbness or pain that stays is for a doctor.
        </p>
        <div role="group" aria-label="Where it hurts" className="hurt-places">
          {HURT_PLACES.map((one) => (
            <Button
              key={one}
              variant={one === place ? 'contained' : 'outlined'}
              aria-pressed={one === place}
              onClick={() => setPlace(one)}
            >
              {HURT_WORDS[one]}
            </Button>
          ))}
        </div>
        <TextField
          size="small"
          label="A note, if you like"
          value={note}
          onChange={({ target }) => setNote(target.value)}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
        />
        {bench !== null && (
          <p>
            Another day, with smaller grips: each hard grip has its ways out on <Link to={bench}>the bench</Link>, under
            Grips, and another take may lie better.
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>It is nothing</Button>
        <Button
          variant="contained"
          color="secondary"
          disabled={place === null}
          onClick={() => place && onSaid(place, note)}
        >
          Log it and end
        </Button>
      </DialogActions>
    </Dialog>
  );
}
