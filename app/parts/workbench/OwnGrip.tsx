import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  difficultyWord,
  parseFrets,
  priceText,
  servingText,
  type Column,
  type Decision,
  type Grip,
  type Patch,
  t,
  symbolText,
} from '../../../core/index.ts';
import { useOwnGrip } from '../../work/answers.ts';
import type { Solved } from '../../work/questions.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import './workbench.css';

interface OwnGripProps {
  readonly index: number;
  readonly column: Column;
  /** How many strings the guitar has. */
  readonly strings: number;
  readonly solved: Solved;
  readonly busy: boolean;
  /** Shows a grip for a moment; null: no longer. */
  readonly onPeek: (grip: Grip | null) => void;
  readonly onTake: (patch: Patch<Decision>, label: string) => void;
}

/** A grip of one's own, by its frets: what it is here, what it costs, and pinned with the colour it is a grip of. */
export function OwnGrip({ index, column, strings, solved, busy, onPeek, onTake }: OwnGripProps) {
  const [typed, setTyped] = useState('');
  /** Enter was pressed on what stands in the field. */
  const [asked, setAsked] = useState(false);
  const parsed = parseFrets(typed.trim());
  const frets = parsed?.length === strings ? parsed : null;
  const answer = useOwnGrip(index, frets, solved);
  const stands = answer !== null && 'grip' in answer ? answer : null;
  const refused = answer !== null && 'refused' in answer ? REFUSED[answer.refused] : null;
  // While one still types nothing is wrong yet.
  const malformed = typed.trim() !== '' && frets === null && (asked || entriesIn(typed) >= strings);
  const take = () => {
    setAsked(true);
    if (busy || stands === null || stands.extra === null) return;
    onTake(stands.patch, t('the grip {grip}', { grip: stands.grip.grip }));
    onPeek(null);
    setTyped('');
  };
  const words = malformed
    ? t('One fret a string, the lowest first, x where it is silent: {example}', { example: exampleOf(strings) })
    : refused !== null
      ? refused(symbolText(column.slot.symbol))
      : stands && stands.extra === null
        ? t('What stands around it leaves no way there.')
        : null;
  return (
    <form
      className="own-grip"
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <TextField
        autoFocus
        size="small"
        label={t('A grip of your own')}
        placeholder={exampleOf(strings)}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setAsked(false);
        }}
        error={words !== null}
        helperText={words}
        slotProps={{ htmlInput: { autoComplete: 'off', spellCheck: false, autoCapitalize: 'none' } }}
      />
      {stands !== null && stands.extra !== null && (
        <Button
          type="submit"
          size="small"
          disabled={busy}
          onPointerEnter={() => onPeek(stands.grip)}
          onPointerLeave={() => onPeek(null)}
          onFocus={() => onPeek(stands.grip)}
          onBlur={() => onPeek(null)}
        >
          <span>
            {t('Pin')} <Glyphs text={servingText(stands.named)} />
          </span>
          <small>{[priceText(stands.extra), difficultyWord(stands.grip.difficulty)].filter(Boolean).join(' · ')}</small>
        </Button>
      )}
    </form>
  );
}

/** How many strings are spoken of so far: `x-3-5` three, `x35` three. */
const entriesIn = (typed: string) =>
  (/[-\s]/.test(typed.trim()) ? typed.split(/[-\s]+/) : [...typed]).filter(Boolean).length;

/** A grip as it is written, for so many strings. */
const exampleOf = (strings: number) => `${'x-'.repeat(strings - 5)}3-5-4-5-3`;

/** Why a grip cannot stand, and what would do. */
const REFUSED = {
  hand: () => t('This hand cannot hold it. Its reach and fingers are set under Player.'),
  foreign: (symbol: string) =>
    t('It has a note that is neither in {symbol} nor in a colour of it. Another chord goes into the chart.', {
      symbol,
    }),
  tune: (symbol: string) =>
    t(
      'It is no grip of {symbol} with the tune’s note on top and two to five notes in all. In a chord-melody that note lies highest.',
      { symbol },
    ),
} as const;
