import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { GROUP_NAMES, musical, type AppliedMove, type Column } from '../../../core/index.ts';
import type { PricedMove } from '../../work/questions.ts';
import { afterMusic } from '../frame/afterMusic.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { OptionRow } from './OptionRow.tsx';
import { StyleSheet } from './StyleSheet.tsx';
import type { Deeds, Selection } from './selection.ts';
import type { Offered } from './useOffered.ts';
import type { Tastes } from './useTaste.ts';

const FARTHEST = 5;
/** The choice that opens the styles. */
const EDIT = 'edit';

interface MovesProps {
  readonly at: Selection;
  readonly offered: Offered;
  readonly taste: Tastes;
  readonly deeds: Deeds;
}

/** What could be put in the selected span: chords, reason, how far it strays, and the exact price. */
export function Moves(props: MovesProps) {
  const { at, offered, deeds } = props;
  const { taste, setTaste: onTaste, styles } = props.taste;
  const { column, whyNot } = at;
  const { make: onMake, hearMove: onHear } = deeds;
  const { moves, words, setWords, trying, setTrying } = offered;
  const [editing, setEditing] = useState(false);
  return (
    <>
      <div className="taste">
        <TextField
          select
          size="small"
          label="Style"
          value={taste.style ?? ''}
          onChange={({ target }) =>
            target.value === EDIT ? setEditing(true) : onTaste({ ...taste, style: target.value || null })
          }
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value="">Any</MenuItem>
          {styles.map(({ id, name, words: about }) => (
            <MenuItem key={id} value={id}>
              <span>
                {name}
                <small className="taste-words">{about}</small>
              </span>
            </MenuItem>
          ))}
          <MenuItem value={EDIT} divider>
            See and change the styles…
          </MenuItem>
        </TextField>
        <label className="taste-stray">
          Stray {taste.stray}
          <Slider
            size="small"
            min={0}
            max={FARTHEST}
            step={1}
            value={taste.stray}
            aria-label="How far moves may stray"
            onChange={(_, stray) => onTaste({ ...taste, stray: stray as number })}
          />
        </label>
        <TextField
          size="small"
          label="Find"
          type="search"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </div>
      {editing && <StyleSheet tastes={props.taste} onClose={() => setEditing(false)} />}
      <MoveRows column={column} moves={moves} trying={trying} onTry={setTrying} onMake={onMake} onHear={onHear} />
      {moves.length === 0 && (
        <p className="side-empty">
          {offered.moving.done ? 'Nothing fits here within what you asked for.' : 'Looking for moves…'}
        </p>
      )}
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
    <ul className="options" aria-label="Moves">
      {moves.map((move, i) => (
        <MoveRow
          key={keyOf(move)}
          heading={moves[i - 1]?.group === move.group ? null : GROUP_NAMES[move.group]}
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

/** The best few, beside the colours, for whoever has not looked further yet. */
function Best({ moves, onMake, onHear }: Pick<MoveRowsProps, 'moves' | 'onMake' | 'onHear'>) {
  if (moves.length === 0) return null;
  return (
    <>
      <h3 className="side-more">Or a move</h3>
      <ul className="options" aria-label="The best moves">
        {moves.map((move) => (
          <MoveRow key={keyOf(move)} move={move} stands={false} onMake={onMake} onHear={onHear} />
        ))}
      </ul>
    </>
  );
}
export const BestMoves = afterMusic(Best);

/** Whether it is the move that stands. */
export function makes({ patch }: PricedMove, { at, id, found }: AppliedMove): boolean {
  const made = patch[at];
  return made?.layer === 'move' && made.id === id && made.variant === found.variant;
}

export const keyOf = ({ id, name, parts }: PricedMove) =>
  `${id} ${name} ${parts.map(({ symbol, beats }) => symbol + beats).join(' ')}`;
const NOTHING = () => undefined;

interface MoveRowProps {
  /** The group that begins with it. */
  readonly heading?: string | null;
  readonly move: PricedMove;
  readonly stands: boolean;
  readonly trying?: boolean;
  readonly onTry?: () => void;
  readonly onMake: (move: PricedMove) => void;
  readonly onHear: (move: PricedMove) => void;
}

/** A move to be made. */
export function MoveRow({
  heading = null,
  move,
  stands,
  trying = false,
  onTry = NOTHING,
  onMake,
  onHear,
}: MoveRowProps) {
  const { parts, name, mood, stray, reason, extra } = move;
  return (
    <OptionRow
      heading={heading}
      name={parts.map(({ symbol }) => symbol).join(' ')}
      stands={stands}
      trying={trying}
      extra={extra}
      playable={extra !== null}
      onTry={onTry}
      onKeep={() => onMake(move)}
      onHear={() => onHear(move)}
    >
      <span className="move">
        <span className="move-chords">
          {parts.map(({ symbol, numeral }, n) => (
            <span key={n}>
              <ChordSymbol symbol={symbol} />
              <small>
                <Glyphs text={musical(numeral)} />
              </small>
            </span>
          ))}
        </span>
        <span className="move-name">
          {name} · {mood} · <Stray stray={stray} />
        </span>
        <span className="move-reason">
          <Glyphs text={reason} />
        </span>
      </span>
    </OptionRow>
  );
}

/** How far a move strays, as so many of five marks, and in words. */
function Stray({ stray }: { readonly stray: number }) {
  return (
    <span className="stray" aria-label={`strays ${stray} of ${FARTHEST}`}>
      {Array.from({ length: FARTHEST }, (_, i) => (
        <i key={i} className={i < stray ? 'stray-on' : ''} />
      ))}
    </span>
  );
}
