import type { ReactNode } from 'react';
import PushPin from '@mui/icons-material/PushPin';
import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import {
  appliedText,
  caution,
  colourReason,
  costText,
  figuresText,
  joinText,
  maskOf,
  musical,
  nextBestText,
  pitchClassOf,
  readingSentence,
  rootPositionText,
  servingOf,
  servingText,
  symbolOf,
  whyText,
  type ArrangedColumn,
  type Chord,
  type Column,
  type Figures,
  type Grip,
  type NoteNames,
  type RootPosition,
  type Style,
} from '../../../core/index.ts';
import type { EasierGrip, NextBest, PricedColour, PricedMove } from '../../work/questions.ts';
import type { Guitar } from '../neck/layout.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { Changes, type BarChanges } from './Changes.tsx';
import { Grips } from './Grips.tsx';
import { BestMoves, Moves, type MovesTaste } from './Moves.tsx';
import { OptionRow } from './OptionRow.tsx';
import type { GripList } from './useGripList.ts';
import { WaysOut } from './WaysOut.tsx';

export type OptionsTab = 'colour' | 'move' | 'grip' | 'voice' | 'wish';

interface OptionsProps {
  readonly column: Column;
  /** The column as voiced, and the next one that sounds. */
  readonly here: ArrangedColumn | null;
  /** The last one before it that sounds. */
  readonly before: ArrangedColumn | null;
  /** What would stand if what stands could not. */
  readonly nextBest: NextBest | null;
  readonly noteNames: NoteNames;
  readonly after: ArrangedColumn | null;
  readonly figures: Figures | null;
  readonly rootPosition: RootPosition | null;
  /** A newer result is on its way: the options are still those of the last. */
  readonly busy: boolean;
  readonly tab: OptionsTab;
  readonly onTab: (tab: OptionsTab) => void;
  readonly colours: readonly PricedColour[];
  readonly grips: GripList;
  /** Easier grips than the one that stands; null while they are looked for. */
  readonly easier: readonly EasierGrip[] | null;
  readonly onEasier: (grip: Grip) => void;
  /** Shows a grip on the neck for a moment. */
  readonly onPeek: (grip: Grip | null) => void;
  readonly guitar: Guitar;
  /** Where the player likes to stay. */
  readonly area: readonly [number, number] | null;
  /** The moves over the selected span, and whether they are all there; beside the colours the best few. */
  readonly moves: readonly PricedMove[];
  readonly allMoves: boolean;
  readonly onMake: (move: PricedMove) => void;
  readonly taste: MovesTaste;
  readonly onTaste: (taste: MovesTaste) => void;
  /** Ours, then the player's own. */
  readonly styles: readonly Style[];
  /** The one chosen for this tune, or null. */
  readonly style: Style | null;
  readonly onStyle: (id: string, style: Style | null) => void;
  /** What is looked for among the moves. */
  readonly words: string;
  readonly onWords: (words: string) => void;
  /** The selected span in words, and what cannot be done there. */
  readonly place: string;
  readonly whyNot: readonly string[];
  readonly onHearMove: (move: PricedMove) => void;
  /** Takes the move that made this column away; null where there is none. */
  readonly onLift: (() => void) | null;
  /** The option under the hand, by its place in the list; −1 none. */
  readonly trying: number;
  readonly onTry: (index: number) => void;
  readonly onKeep: (index: number) => void;
  readonly onHear: (grip: Grip | null) => void;
  readonly onPin: () => void;
  readonly onRelease: () => void;
  /** Divides the column; null where it is too short. */
  readonly onDivide: (() => void) | null;
  /** Moves the beginning of a part by beats; null where the column is a whole. */
  readonly onShift: ((beats: number) => void) | null;
  /** What is wished of the selected span. */
  readonly wishes: ReactNode;
  /** Where its voices go. */
  readonly voices: ReactNode;
  /** Other changes the bar is known with. */
  readonly changes: BarChanges;
  /** Whether colours that grate are shown too. */
  readonly grating: boolean;
  readonly onGrating: (grating: boolean) => void;
}

const HEADINGS: Readonly<Record<OptionsTab, string>> = {
  colour: 'Colours',
  move: 'Moves',
  grip: 'Grips',
  voice: 'Voices',
  wish: 'Wishes',
};

/** What could stand in the selected column, each with its reason and its exact price. */
export function Options(props: OptionsProps) {
  const { column, here, before, after, figures, busy, tab, onTab, onHear } = props;
  const grip = here?.grip ?? null;
  return (
    <aside className="side" aria-label="Options for the selected chord">
      <Tabs value={tab} onChange={(_, value: OptionsTab) => onTab(value)} aria-label="Kinds of options">
        <Tab value="colour" label="Colour" id="tab-colour" aria-controls="options-panel" />
        <Tab value="move" label="Moves" id="tab-move" aria-controls="options-panel" />
        <Tab value="grip" label="Grip" id="tab-grip" aria-controls="options-panel" />
        <Tab value="voice" label="Voices" id="tab-voice" aria-controls="options-panel" />
        <Tab value="wish" label="Wishes" id="tab-wish" aria-controls="options-panel" />
      </Tabs>
      <div className="side-head">
        <h2>
          {HEADINGS[tab]} in {props.place}
        </h2>
        {/* Voices need the room. */}
        {tab !== 'voice' && <Standing {...props} />}
      </div>
      <div
        id="options-panel"
        role="tabpanel"
        aria-labelledby={`tab-${tab}`}
        className={`side-panel ${busy ? 'stale' : ''}`}
      >
        {tab === 'colour' ? (
          <Colours {...props} />
        ) : tab === 'move' ? (
          <Moves {...props} />
        ) : tab === 'wish' ? (
          props.wishes
        ) : tab === 'voice' ? (
          props.voices
        ) : (
          <Grips
            chord={column.chord}
            stands={grip}
            list={props.grips}
            guitar={props.guitar}
            area={props.area}
            trying={props.trying}
            onTry={props.onTry}
            onKeep={props.onKeep}
            onHear={onHear}
          />
        )}
      </div>
      {grip && figures && (
        <dl className="side-figures">
          <dt>In</dt>
          <dd>
            <Glyphs text={before ? whyText(before, here!, props.noteNames) : 'the start'} />
            <Cost text={costText(here!.terms)} />
            {props.nextBest && (
              <details className="side-cost">
                <summary>the next best</summary>
                <Glyphs text={nextBestText(props.nextBest)} />.
              </details>
            )}
          </dd>
          {tab !== 'voice' && (
            <>
              <dt>On</dt>
              <dd>{after ? joinText(after) : 'the end'}</dd>
              <dt>Tune</dt>
              <dd>
                {figuresText(figures)}
                {props.rootPosition && (
                  <details className="side-cost">
                    <summary>beside root position</summary>
                    {rootPositionText(props.rootPosition)}.
                  </details>
                )}
              </dd>
            </>
          )}
        </dl>
      )}
      <p className="side-keys">
        <kbd>↑↓</kbd> try <kbd>Enter</kbd> keep <kbd>H</kbd> hear{' '}
        {tab === 'voice' ? (
          <>
            <kbd>2</kbd> <kbd>↑</kbd> sends voice 2 up
          </>
        ) : (
          <>
            <kbd>P</kbd> pin <kbd>⌫</kbd> let go
          </>
        )}
      </p>
    </aside>
  );
}

/** What stands in the column and why, and what can be done with it. */
function Standing(props: OptionsProps) {
  const { column, here, tab, onPin, onRelease, onHear, onDivide } = props;
  const { slot } = column;
  const grip = here?.grip ?? null;
  const warning = grip && caution(grip.reachMm, grip.difficulty);
  const led = column.decision?.led && column.chord && grip ? ledText(column.chord, grip) : null;
  return (
    <>
      {column.move && (
        <p className="move-made">
          <b>{appliedText(column.move).name}</b>: <Glyphs text={appliedText(column.move).reason} />
          {column.leans && (
            <em> It leans on what {column.leans === 'next' ? 'followed' : 'came before'}, and that has changed.</em>
          )}
        </p>
      )}
      <p>
        The chart says <Glyphs text={musical(column.plain)} />
        {!slot.reading && '.'}
        {slot.reading && (
          <>
            , <Glyphs text={musical(slot.reading.numeral)} /> in{' '}
            <Glyphs text={musical(`${slot.key.tonic} ${slot.key.mode}`)} />.{' '}
            <Glyphs text={slot.reading.outside ? readingSentence(slot.reading) : ''} />
            {slot.also.length > 0 && <Glyphs text={` Also: ${readingSentence(slot.also[0]!)}`} />}
          </>
        )}
      </p>
      {led && (
        <p>
          Led here voice by voice: <Glyphs text={led} />.
        </p>
      )}
      <Changes {...props.changes} />
      {tab === 'colour' && <p>Prices: what the whole way through the tune gains in length, counted in semitones.</p>}
      <div className="side-actions">
        <Button
          size="small"
          variant="outlined"
          startIcon={<VolumeUpOutlined />}
          onClick={() => onHear(grip)}
          disabled={!grip}
          title="Between the chords before and after it"
        >
          Hear it
        </Button>
        {column.decision?.pin ? (
          <Button size="small" variant="outlined" startIcon={<PushPin />} onClick={onPin}>
            Unpin
          </Button>
        ) : (
          <Button size="small" variant="outlined" onClick={onPin} disabled={!grip}>
            Pin it
          </Button>
        )}
        {column.decision && (
          <Button size="small" variant="outlined" onClick={onRelease}>
            {column.part > 0 ? 'Join' : 'Let go'}
          </Button>
        )}
        {props.onShift && (
          <>
            <Button size="small" variant="outlined" onClick={() => props.onShift?.(-1)}>
              Earlier
            </Button>
            <Button size="small" variant="outlined" onClick={() => props.onShift?.(1)}>
              Later
            </Button>
          </>
        )}
        {props.onLift && (
          <Button size="small" variant="outlined" onClick={props.onLift}>
            Lift the move
          </Button>
        )}
        {tab === 'colour' && onDivide && (
          <Button size="small" variant="outlined" onClick={onDivide}>
            Two colours
          </Button>
        )}
      </div>
      {warning && <p className="caution">{warning}</p>}
      {(tab === 'grip' || warning) && <WaysOut easier={props.easier} onPeek={props.onPeek} onChoose={props.onEasier} />}
    </>
  );
}

const ledText = (chord: Chord, { pitches }: Grip) => servingText(servingOf(chord, maskOf(pitches.map(pitchClassOf))));

/** What a column and the way to it cost; what of, when asked. */
function Cost({ text }: { readonly text: string }) {
  const [total, parts] = text.split(': ');
  return (
    <details className="side-cost">
      <summary>costs {total}</summary>
      {parts}
    </details>
  );
}

function Colours(props: OptionsProps) {
  const { column, colours, trying, onTry, onKeep, onHear, grating, onGrating, style } = props;
  if (column.chord === null) return <p className="side-empty">No chord sounds here.</p>;
  if (colours.length === 0) return <p className="side-empty">Pricing the colours…</p>;
  return (
    <>
      <ul className="options" aria-label="Colours">
        {colours.map((option, i) => {
          const symbol = symbolOf(option.chord);
          const stands = symbol === column.symbol;
          return (
            <OptionRow
              key={`${option.group}-${option.suffix}`}
              stands={stands}
              trying={i === trying}
              onTry={() => onTry(i)}
              onKeep={() => onKeep(i)}
              extra={option.extra}
              playable={option.extra !== null}
              onHear={() => onHear(option.grip)}
              name={symbol}
            >
              <ChordSymbol symbol={symbol} className={symbol.length > 6 ? 'symbol-long' : ''} />
              <span className="option-reason">
                <Glyphs
                  text={`${colourReason(option)}${style?.colours.includes(option.suffix) ? ` · ${style.name} likes it` : ''}`}
                />
                {option.grip && <small>{option.grip.grip}</small>}
              </span>
            </OptionRow>
          );
        })}
      </ul>
      <FormControlLabel
        className="options-switch"
        control={<Switch size="small" checked={grating} onChange={(_, on) => onGrating(on)} />}
        label="Show what grates, too"
      />
      <BestMoves {...props} />
    </>
  );
}
