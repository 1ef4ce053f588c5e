import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { Suspense, useState } from 'react';
import { GROUP_NAMES, type Column, t, symbolText } from '../../../core/index.ts';
import type { PricedMove } from '../../work/questions.ts';
import { afterMusic } from '../frame/afterMusic.tsx';
import { later } from '../frame/later.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { Cheaper } from './Cheaper.tsx';
import { keyOf, makes, MoveRow } from './MoveRow.tsx';
import type { Deeds, Selection } from './selection.ts';
import type { Offered } from './useOffered.ts';
import { TasteFields } from './TasteFields.tsx';
import type { Tastes } from './useTaste.ts';
import './workbench.css';

const StyleSheet = later(async () => (await import('./StyleSheet.tsx')).StyleSheet);
interface MovesProps {
  readonly at: Selection;
  readonly offered: Offered;
  readonly taste: Tastes;
  readonly deeds: Deeds;
}

/** What could be put in the selected span: chords, reason, how far it strays, and the exact price. */
export function Moves(props: MovesProps) {
  const { at, offered, deeds } = props;
  const { column, whyNot } = at;
  const { make: onMake, hearMove: onHear, keepMove } = deeds;
  const { moves, words, setWords, trying, setTrying } = offered;
  const [editing, setEditing] = useState(false);
  const [cheapest] = moves.filter(({ extra }) => extra !== null).sort((a, b) => a.extra! - b.extra!);
  return (
    <>
      <div className="taste">
        <TasteFields tastes={props.taste} onEdit={() => setEditing(true)} />
        <TextField
          size="small"
          label={t('Find')}
          type="search"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </div>
      <Suspense>{editing && <StyleSheet tastes={props.taste} onClose={() => setEditing(false)} />}</Suspense>
      <div className="cheaper-room">
        {cheapest && offered.moving.done && (
          <Cheaper
            column={column}
            cheapest={cheapest.extra}
            name={cheapest.parts.map(({ symbol }) => symbolText(symbol)).join(' ')}
            onTake={() => onMake(cheapest)}
          />
        )}
      </div>
      <MoveRows column={column} moves={moves} trying={trying} onTry={setTrying} onMake={onMake} onHear={onHear} />
      {moves.length === 0 && (
        <p className="side-empty">
          {offered.moving.done ? t('Nothing fits here within what you asked for.') : t('Looking for moves…')}
        </p>
      )}
      <Button size="small" className="moves-keep" onClick={keepMove}>
        {t('Keep what stands in {place} as a move', { place: at.place })}
      </Button>
      {whyNot.map((sentence) => (
        <p key={sentence} className="side-empty">
          <Glyphs text={sentence} />
        </p>
      ))}
    </>
  );
}

interface MoveRowsProps {
  readonly column: Column;
  readonly onMake: (move: PricedMove) => void;
  readonly onHear: (move: PricedMove) => void;
  readonly moves: readonly PricedMove[];
  readonly trying: number;
  readonly onTry: (index: number) => void;
}

function Rows({ column, moves, trying, onTry, onMake, onHear }: MoveRowsProps) {
  return (
    <ul className="options" aria-label={t('Moves')}>
      {moves.map((move, i) => (
        <MoveRow
          key={keyOf(move)}
          heading={moves[i - 1]?.group === move.group ? null : t(GROUP_NAMES[move.group])}
          move={move}
          stands={column.move !== null && makes(move, column.move)}
          trying={i === trying}
          onTry={() => onTry(i)}
          onMake={onMake}
          onHear={onHear}
        />
      ))}
    </ul>
  );
}
const MoveRows = afterMusic(Rows);
