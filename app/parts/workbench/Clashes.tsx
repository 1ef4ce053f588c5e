import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import {
  moveText,
  checkedText,
  musical,
  nameInKey,
  pitchClassOf,
  remedyText,
  spelledPitch,
  symbolOf,
  type CheckedNote,
  type Chord,
  type Grip,
  type Key,
  type Pitched,
  type Proposal,
  t,
} from '../../../core/index.ts';
import type { PricedColour } from '../../work/questions.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { OptionRow } from './OptionRow.tsx';
import type { Mend } from './useMelody.ts';

interface ClashesProps {
  readonly mends: readonly Mend[];
  readonly musicalKey: Key;
  /** The colours on offer there, for their prices. */
  readonly colours: readonly PricedColour[];
  readonly onKeep: (chord: Chord) => void;
  readonly onHear: (grip: Grip | null) => void;
  /** Gives the note of the melody another pitch. */
  readonly onRetune: (note: CheckedNote['note'], sound: Pitched) => void;
  /** Other chords under which nothing clashes, and what makes one. */
  readonly moves: readonly Proposal[];
  readonly onMove: (proposal: Proposal) => void;
  readonly onMoves: () => void;
}

/** The notes of the melody that clash with the chord that stands, and what mends each: a click. Best first. */
export function Clashes(props: ClashesProps) {
  const { mends, musicalKey, colours, onKeep, onHear, onRetune, moves, onMove, onMoves } = props;
  return (
    <>
      {mends.map(({ one, remedies }) => (
        <section key={one.note.start} className="clash" aria-label={t('Clash with the melody')}>
          <p>
            <b>
              <Glyphs text={spelledPitch(one.note.pitch, one.note.spelling)} />
            </b>{' '}
            {t('of the melody,')}{' '}
            <Glyphs
              text={t('{degree} here: {checked}', { degree: musical(one.verdict!.degree), checked: checkedText(one) })}
            />
          </p>
          <ul className="options" aria-label={t('Remedies')}>
            {remedies.map((remedy) => {
              if (remedy.kind !== 'colour') return null;
              const symbol = symbolOf(remedy.chord);
              const priced = colours.find(({ chord }) => symbolOf(chord) === symbol);
              return (
                <OptionRow
                  key={symbol}
                  name={symbol}
                  stands={false}
                  trying={false}
                  extra={priced?.extra ?? null}
                  playable={priced === undefined || priced.extra !== null}
                  waits={priced === undefined}
                  onKeep={() => onKeep(remedy.chord)}
                  onHear={() => onHear(priced?.grip ?? null)}
                >
                  <ChordSymbol symbol={symbol} className={symbol.length > 6 ? 'symbol-long' : ''} />
                  <span className="option-reason">{remedyText(remedy)}</span>
                </OptionRow>
              );
            })}
            {moves.map((proposal) => {
              const symbols = proposal.found.parts.map(({ chord }) => symbolOf(chord));
              return (
                <Row key={symbols.join(' ')} reason={moveText(proposal.move)} onTake={() => onMove(proposal)}>
                  <span className="clash-move">
                    {symbols.map((symbol, i) => (
                      <ChordSymbol key={i} symbol={symbol} />
                    ))}
                  </span>
                </Row>
              );
            })}
            {remedies.map((remedy) => {
              if (remedy.kind !== 'pitch') return null;
              const spelling = nameInKey(musicalKey, pitchClassOf(remedy.pitch));
              return (
                <Row
                  key="pitch"
                  reason={t('in the melody: {remedy}', { remedy: remedyText(remedy) })}
                  onTake={() => onRetune(one.note, { pitch: remedy.pitch, spelling })}
                >
                  <span className="symbol">
                    <Glyphs text={spelledPitch(remedy.pitch, spelling)} />
                  </span>
                </Row>
              );
            })}
          </ul>
          <Button size="small" onClick={onMoves}>
            {t('Other chords there')}
          </Button>
        </section>
      ))}
    </>
  );
}

interface RowProps {
  readonly reason: string;
  readonly onTake: () => void;
  readonly children: ReactNode;
}

/** A remedy without a price. */
function Row({ reason, onTake, children }: RowProps) {
  return (
    <li className="option">
      <button type="button" className="option-keep" onClick={onTake}>
        {children}
        <span className="option-reason">{reason}</span>
      </button>
    </li>
  );
}
