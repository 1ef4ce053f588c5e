import { rich } from '../frame/rich.tsx';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  difficultyWord,
  HURT_PLACES,
  HURT_WORDS,
  wayOutText,
  type HurtPlace,
  type NamedGrip,
  t,
} from '../../../core/index.ts';
import { useWaysOut } from '../../work/answers.ts';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import type { Guitar } from '../neck/layout.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import type { StandPiece } from './useStandPiece.ts';

/** Where a tune's other takes are practised. */
export interface OtherTakes {
  readonly tuneId: string;
  readonly takes: readonly { readonly id: string; readonly name: string }[];
  /** The bench of the take that is practised. */
  readonly bench: string;
}

interface HurtProps {
  readonly piece: StandPiece;
  readonly guitar: Guitar;
  readonly others: OtherTakes | null;
  /** `instead`: an easier grip to be practised another day. */
  readonly onSaid: (place: HurtPlace, note: string, instead: NamedGrip | null) => void;
  readonly onClose: () => void;
}

/** It hurts: everything has stopped. Where, and what would be easier. */
export function Hurt({ piece, guitar, others, onSaid, onClose }: HurtProps) {
  const [place, setPlace] = useState<HurtPlace | null>(null);
  const [note, setNote] = useState('');
  const [instead, setInstead] = useState<NamedGrip | null>(null);
  const say = () => place && onSaid(place, note, instead);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{t('Stop here')}</DialogTitle>
      <DialogContent className="hurt">
        <p>
          {t(
            'Put the guitar down. What hurts today is no better for going on; numbness or pain that stays is for a doctor.',
          )}
        </p>
        <div role="group" aria-label={t('Where it hurts')} className="hurt-places">
          {HURT_PLACES.map((one) => (
            <Button
              key={one}
              variant={one === place ? 'contained' : 'outlined'}
              aria-pressed={one === place}
              onClick={() => setPlace(one)}
            >
              {t(HURT_WORDS[one])}
            </Button>
          ))}
        </div>
        <TextField
          size="small"
          label={t('A note, if you like')}
          value={note}
          onChange={({ target }) => setNote(target.value)}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
        />
        <Easier piece={piece} guitar={guitar} chosen={instead} onChoose={setInstead} />
        {others && (
          <p>
            {others.takes.length > 0 && (
              <>
                {t('Another take may lie better:')}{' '}
                {others.takes.map(({ id, name }, i) => (
                  <span key={id}>
                    {i > 0 && ', '}
                    <Link to={`/practice?tune=${others.tuneId}&take=${id}`} onClick={say}>
                      {name}
                    </Link>
                  </span>
                ))}
                .{' '}
              </>
            )}
            {rich(t('Grips are changed on {bench}.'), {
              bench: (
                <Link to={others.bench} onClick={say}>
                  {t('the bench')}
                </Link>
              ),
            })}
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t('It is nothing')}</Button>
        <Button variant="contained" color="secondary" disabled={place === null} onClick={say}>
          {t('Log it and end')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface EasierProps {
  readonly piece: StandPiece;
  readonly guitar: Guitar;
  readonly chosen: NamedGrip | null;
  readonly onChoose: (grip: NamedGrip | null) => void;
}

/** What is easier than the hardest grip of what was practised; one may be taken up for another day. */
function Easier({ piece: { arrangement, span, solved }, guitar, chosen, onChoose }: EasierProps) {
  const columns = arrangement && span ? arrangement.columns.slice(span.from, span.to + 1) : [];
  const hardest = columns.reduce<number | null>((best, { grip }, i) => {
    return grip && (best === null || grip.difficulty > columns[best]!.grip!.difficulty) ? i : best;
  }, null);
  const column = hardest === null ? null : columns[hardest]!;
  const easier = useWaysOut((span?.from ?? 0) + (hardest ?? 0), column?.grip?.grip ?? null, solved);
  if (!column?.grip || !easier || easier.length === 0) return null;
  const { symbol } = column.column;
  return (
    <>
      <p>
        {rich(t('Another day, in place of {chord} as {grip}:'), {
          chord: <ChordSymbol symbol={symbol} />,
          grip: <code>{column.grip.grip}</code>,
        })}
      </p>
      <div className="hurt-easier" role="group" aria-label={t('Easier grips')}>
        {easier.map(({ way, grip }) => {
          const isChosen = chosen?.grip === grip.grip;
          return (
            <button
              key={grip.grip}
              type="button"
              aria-pressed={isChosen}
              title={grip.grip}
              onClick={() => onChoose(isChosen ? null : { symbol, grip: grip.grip })}
            >
              <GripDiagram grip={grip} guitar={guitar} />
              <span>
                {wayOutText(way)} <small>{difficultyWord(grip.difficulty)}</small>
              </span>
            </button>
          );
        })}
      </div>
      {chosen && <p role="status">{t('It is taken up with the log: it comes with what is due.')}</p>}
    </>
  );
}
