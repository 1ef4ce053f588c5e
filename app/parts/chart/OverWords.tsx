import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState } from 'react';
import {
  CHORD_LENGTHS,
  overWordsText,
  type ChordLength,
  type WordsPiece,
  msg,
  t,
  type Msg,
} from '../../../core/index.ts';
import './chart.css';

const NAMES: Readonly<Record<ChordLength, Msg>> = { 0.5: msg('half a bar'), 1: msg('a bar'), 2: msg('two bars') };

interface OverWordsProps {
  readonly pieces: readonly WordsPiece[];
  /** The chart text that comes of them. */
  readonly onPut: (text: string) => void;
  /** As it was pasted. */
  readonly onAsItIs: () => void;
  readonly onClose: () => void;
}

/** Asks how long the chords of a pasted text last: words do not say where the bars are. */
export function OverWords({ pieces, onPut, onAsItIs, onClose }: OverWordsProps) {
  const lines = pieces.flatMap((piece) => (piece.kind === 'line' ? [piece] : []));
  const [lengths, setLengths] = useState<readonly (ChordLength | null)[]>(lines.map(() => null));
  const all = lengths.every((length) => length === lengths[0]) ? lengths[0]! : null;
  const known = lengths.filter((length) => length !== null);
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>{t('Chords over words')}</DialogTitle>
      <DialogContent>
        <p className="dialog-lead">{t('Words do not say where the bars are. How long does each chord last?')}</p>
        <span className="words-every">{t('Every chord')}</span>
        <Lengths label={t('Every chord')} value={all} onChange={(length) => setLengths(lines.map(() => length))} />
        {lines.length > 1 && (
          <ul className="words-lines">
            {lines.map(({ chords, words }, i) => (
              <li key={i}>
                <span>
                  <b>{chords.map(({ symbol }) => symbol).join('  ')}</b>
                  <small>{words.trim()}</small>
                </span>
                <Lengths
                  label={t('Line {i}', { i: i + 1 })}
                  value={lengths[i]!}
                  onChange={(length) => setLengths(lengths.map((before, n) => (n === i ? length : before)))}
                />
              </li>
            ))}
          </ul>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onAsItIs}>{t('Paste as it is')}</Button>
        <span className="head-gap" />
        <Button onClick={onClose}>{t('Cancel')}</Button>
        <Button
          variant="contained"
          color="secondary"
          disabled={known.length < lines.length}
          onClick={() => onPut(overWordsText(pieces, known))}
        >
          {t('Make the chart')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface LengthsProps {
  readonly label: string;
  readonly value: ChordLength | null;
  readonly onChange: (length: ChordLength) => void;
}

function Lengths({ label, value, onChange }: LengthsProps) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={value}
      aria-label={label}
      onChange={(_, length: ChordLength | null) => length !== null && onChange(length)}
    >
      {CHORD_LENGTHS.map((length) => (
        <ToggleButton key={length} value={length}>
          {t(NAMES[length])}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
