import { musical, type AppliedMove, t } from '../../../core/index.ts';
import type { PricedMove } from '../../work/questions.ts';
import { afterMusic } from '../frame/afterMusic.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { OptionRow } from './OptionRow.tsx';
import { Rubs } from './Rubs.tsx';
import './workbench.css';

/** As far as a move strays. */
export const FARTHEST = 5;
/** Chords whose numerals still stand in their line. */
const NUMERALS_FIT = 3;
const NOTHING = () => undefined;

/** Whether it is the move that stands. */
export function makes({ patch }: PricedMove, { at, id, found }: AppliedMove): boolean {
  const made = patch[at];
  return made?.layer === 'move' && made.id === id && made.variant === found.variant;
}

export const keyOf = ({ id, name, parts }: PricedMove) =>
  `${id} ${name} ${parts.map(({ symbol, beats }) => symbol + beats).join(' ')}`;

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
  const { parts, name, mood, stray, reason, extra, rub } = move;
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
              {parts.length <= NUMERALS_FIT && (
                <small>
                  <Glyphs text={musical(numeral)} />
                </small>
              )}
            </span>
          ))}
        </span>
        <span className="move-name" title={reason}>
          <Stray stray={stray} /> {name} · {mood}
          {rub && <Rubs rub={rub} />}
          <span className="visually-hidden">
            <Glyphs text={`. ${reason}`} />
          </span>
        </span>
      </span>
    </OptionRow>
  );
}

/** How far a move strays, as so many of five marks, and in words. */
function Stray({ stray }: { readonly stray: number }) {
  return (
    <span className="stray" aria-label={t('strays {stray} of {farthest}', { stray, farthest: FARTHEST })}>
      {Array.from({ length: FARTHEST }, (_, i) => (
        <i key={i} className={i < stray ? 'stray-on' : ''} />
      ))}
    </span>
  );
}

interface BestProps {
  readonly moves: readonly PricedMove[];
  readonly onMake: (move: PricedMove) => void;
  readonly onHear: (move: PricedMove) => void;
}

/** The best few, beside the colours, for whoever has not looked further yet. */
function Best({ moves, onMake, onHear }: BestProps) {
  if (moves.length === 0) return null;
  return (
    <>
      <h3 className="side-more">{t('Or a move')}</h3>
      <ul className="options" aria-label={t('The best moves')}>
        {moves.map((move) => (
          <MoveRow key={keyOf(move)} move={move} stands={false} onMake={onMake} onHear={onHear} />
        ))}
      </ul>
    </>
  );
}
export const BestMoves = afterMusic(Best);
