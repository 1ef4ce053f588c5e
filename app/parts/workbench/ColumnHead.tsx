import equal from 'fast-deep-equal';
import { memo } from 'react';
import {
  inSentence,
  MANNER_WORDS,
  msg,
  opensChord,
  readingLabel,
  spelledPitch,
  t,
  TEXTURE_WORDS,
  type Column,
  type MoveSaid,
  symbolText,
} from '../../../core/index.ts';
import type { Mark } from '../reading/marks.ts';
import { AreaBand, Tie } from '../reading/Tie.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import './workbench.css';

/** A column as it is to be shown, known before it is voiced. */
export type ShownColumn = Column & {
  readonly numeral: string;
  /** What is sung while it sounds. */
  readonly words: string;
  readonly hasChanges: boolean;
  /** A figure that runs over the bar lines begins with it. */
  readonly meets: boolean;
};

/** From so many characters on a grip would run into its neighbour's: all its frets have two digits, or nearly. */
const LONG_GRIP = 12;

const MEETS = msg('The figure that runs over the bar lines begins with this bar');

interface ColumnHeadProps {
  readonly column: ShownColumn;
  /** The one before it. */
  readonly before: ShownColumn | undefined;
  /** The section that begins with it. */
  readonly section: string | undefined;
  /** The move that put it here, in words, once it is solved. */
  readonly said: MoveSaid | undefined;
  /** How it belongs to its neighbours. */
  readonly mark: Mark | undefined;
  /** The grip that stands, as `x-3-5-4-5-3`. */
  readonly grip: string | undefined;
  /** The grip it would have with what is tried elsewhere, and the one it had before the last change. */
  readonly becomes: string | undefined;
  readonly was: string | undefined;
}

/** What the chart says, what stands there now, its numeral and why; drawn anew only where any of it is another. */
export const ColumnHead = memo(function ColumnHead(props: ColumnHeadProps) {
  const { column, before, section, said, mark, grip, becomes, was } = props;
  const { slot, symbol, decision } = column;
  const opensBar = before?.slot.bar !== slot.bar;
  // Only the tune's note, or two notes in its place, are new with it.
  const goesOn = !opensChord(column) && !opensBar;
  return (
    <>
      <span className="column-section">
        {section ?? ''} <AreaBand mark={mark} />
        {column.small && opensChord(column) && column.small.texture !== before?.small?.texture && (
          <span className="column-texture">{inSentence(t(TEXTURE_WORDS[column.small.texture].name))}</span>
        )}
      </span>
      <span className="column-top">
        <span>
          {opensBar ? slot.bar : ''}
          {opensBar && column.meets && (
            <span className="column-meets" role="img" aria-label={t('the figure begins here')} title={t(MEETS)} />
          )}
        </span>
        <span className="column-plain">
          {!goesOn && <Glyphs text={symbolText(column.plain)} />}
          {opensBar && column.hasChanges && <em title={t('This bar is known with other changes')}> {t('or…')}</em>}
        </span>
      </span>
      <ChordSymbol
        symbol={symbol}
        className={`${symbol.length > 7 ? 'symbol-long' : ''} ${goesOn ? 'symbol-goes-on' : ''}`}
      />
      <span className="column-numeral">
        <span>
          <Glyphs text={goesOn ? noteOf(column) : column.numeral} />
        </span>
        {said?.leans ? (
          <span className="column-leans" title={t('The chord this move was made for is not there any more')}>
            {t('needs a look')}
          </span>
        ) : decision ? (
          <span className="column-pin">{decision.voicing ? t('pinned') : t('chosen')}</span>
        ) : (
          <span className="column-why">
            <Glyphs text={labelOf(column, before, said)} />
          </span>
        )}
      </span>
      <Tie mark={mark} />
      <span
        className={[
          'column-grip',
          (becomes ?? grip ?? '').length > LONG_GRIP ? 'column-grip-long' : '',
          becomes === undefined ? '' : 'column-becomes',
          was === undefined ? '' : 'column-was',
        ].join(' ')}
        title={becomes === undefined ? was && t('It was {was}', { was }) : t('It would become {becomes}', { becomes })}
      >
        {becomes === undefined ? grip : `→ ${becomes}`}
        {column.manner && column.manner !== before?.manner && (
          <span className="column-wish">{inSentence(t(MANNER_WORDS[column.manner].name))}</span>
        )}
      </span>
      <span className="column-beats" aria-hidden="true">
        {Array.from({ length: Math.max(1, Math.round(slot.entry.beats)) }, (_, beat) => (
          <i key={beat} />
        ))}
      </span>
      {column.words && <span className="column-words">{column.words}</span>}
    </>
  );
}, equal);

/** The note of the tune that a column carries. */
const noteOf = ({ carry }: ShownColumn): string =>
  carry !== null && carry.pitch !== null && carry.spelling !== null ? spelledPitch(carry.pitch, carry.spelling) : '';

/** Why a column stands as it does, in a few words: the move that made it, or its reading. */
function labelOf({ move, slot }: Column, before: Column | undefined, said: MoveSaid | undefined): string {
  if (move) return before?.move?.at === move.at ? '' : (said?.name ?? '');
  return slot.reading ? readingLabel(slot.reading) : '';
}
