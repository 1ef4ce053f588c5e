import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import type { ReactNode } from 'react';
import {
  costText,
  figuresText,
  joinText,
  nextBestText,
  rootPositionText,
  whyText,
  type ArrangedColumn,
  type Column,
  type Figures,
  type Grip,
  type NoteNames,
  type RootPosition,
  type Style,
} from '../../../core/index.ts';
import type { NextBest, PricedMove } from '../../work/questions.ts';
import { afterMusic, useAfterMusic } from '../frame/afterMusic.tsx';
import type { Guitar } from '../neck/layout.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { BarChanges } from './Changes.tsx';
import { Colours } from './Colours.tsx';
import type { columnEdits } from './columnEdits.ts';
import { Grips } from './Grips.tsx';
import { BestMoves, Moves, type MovesTaste } from './Moves.tsx';
import { Standing } from './Standing.tsx';
import type { Offered } from './useOffered.ts';

export type OptionsTab = 'colour' | 'move' | 'grip' | 'voice' | 'wish';

interface OptionsProps {
  readonly column: Column;
  /** The column as voiced, the last one before it that sounds, and the next. */
  readonly here: ArrangedColumn | null;
  readonly before: ArrangedColumn | null;
  readonly after: ArrangedColumn | null;
  readonly figures: Figures | null;
  readonly rootPosition: RootPosition | null;
  readonly noteNames: NoteNames;
  readonly guitar: Guitar;
  /** Where the player likes to stay. */
  readonly area: readonly [number, number] | null;
  /** A newer result is on its way, and takes longer than one would notice. */
  readonly busy: boolean;
  readonly slow: boolean;
  /** The selected span in words, and what cannot be done there. */
  readonly place: string;
  readonly whyNot: readonly string[];
  readonly tab: OptionsTab;
  readonly onTab: (tab: OptionsTab) => void;
  readonly offered: Offered;
  /** What can be decided about the column. */
  readonly decide: ReturnType<typeof columnEdits>;
  /** Other changes the bar is known with. */
  readonly changes: BarChanges;
  readonly taste: MovesTaste;
  readonly onTaste: (taste: MovesTaste) => void;
  /** Ours, then the player's own; and the one chosen for this tune, or null. */
  readonly styles: readonly Style[];
  readonly style: Style | null;
  readonly onStyle: (id: string, style: Style | null) => void;
  /** Whether colours that grate are shown too. */
  readonly grating: boolean;
  readonly onGrating: (grating: boolean) => void;
  /** Keeps an option by its place in the list. */
  readonly onKeep: (index: number) => void;
  readonly onHear: (grip: Grip | null) => void;
  readonly onMake: (move: PricedMove) => void;
  readonly onHearMove: (move: PricedMove) => void;
  /** What is wished of the selected span, and where its voices go. */
  readonly wishes: ReactNode;
  readonly voices: ReactNode;
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
  const { column, here, before, after, figures, rootPosition, noteNames, busy, slow, tab, onTab, offered } = props;
  const behind = useAfterMusic(here) !== here;
  return (
    <aside className="side" aria-label="Options for the selected chord" aria-busy={busy || behind}>
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
        {tab !== 'voice' && (
          <Standing
            column={column}
            here={here}
            tab={tab}
            offered={offered}
            decide={props.decide}
            changes={props.changes}
            onHear={props.onHear}
          />
        )}
      </div>
      <div
        id="options-panel"
        role="tabpanel"
        aria-labelledby={`tab-${tab}`}
        aria-busy={!offered.priced}
        className={`side-panel ${slow ? 'stale' : ''}`}
      >
        <Listed {...props} />
      </div>
      <Way
        here={here}
        before={before}
        after={after}
        figures={figures}
        rootPosition={rootPosition}
        nextBest={offered.nextBest}
        noteNames={noteNames}
        whole={tab !== 'voice' && tab !== 'grip'}
      />
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

/** What the open tab has on offer. */
function Listed(props: OptionsProps) {
  const { column, here, tab, offered, guitar, area, style, onKeep, onHear, onMake, onHearMove } = props;
  const { trying, setTrying } = offered;
  if (tab === 'wish') return props.wishes;
  if (tab === 'voice') return props.voices;
  if (tab === 'move') return <Moves {...props} onHear={onHearMove} />;
  if (tab === 'grip')
    return (
      <Grips
        chord={column.chord}
        stands={here?.grip ?? null}
        list={offered.grips}
        guitar={guitar}
        area={area}
        trying={trying}
        onTry={setTrying}
        onKeep={onKeep}
        onHear={onHear}
      />
    );
  return (
    <>
      <Colours
        column={column}
        colours={offered.colours.list}
        trying={trying}
        onTry={setTrying}
        style={style}
        onKeep={onKeep}
        onHear={onHear}
      />
      {offered.colours.list.length > 0 && (
        <FormControlLabel
          className="options-switch"
          control={<Switch size="small" checked={props.grating} onChange={(_, on) => props.onGrating(on)} />}
          label="Show what grates, too"
        />
      )}
      <BestMoves moves={offered.moves} onMake={onMake} onHear={onHearMove} />
    </>
  );
}

interface WayProps extends Pick<OptionsProps, 'here' | 'before' | 'after' | 'figures' | 'rootPosition' | 'noteNames'> {
  readonly nextBest: NextBest | null;
  /** Whether the way on and the tune are told, too: long lists need the room. */
  readonly whole: boolean;
}

/** Why the path comes to the column as it does, how it goes on, and the figures of the tune. */
function WayHere(props: WayProps) {
  const { here, before, after, figures, rootPosition, nextBest, noteNames, whole } = props;
  if (!here?.grip || !figures) return null;
  return (
    <dl className="side-figures">
      <dt>In</dt>
      <dd>
        <Glyphs text={before ? whyText(before, here, noteNames) : 'the start'} />
        <Cost text={costText(here.terms)} />
        {nextBest && (
          <details className="side-cost">
            <summary>the next best</summary>
            <Glyphs text={nextBestText(nextBest)} />.
          </details>
        )}
      </dd>
      {whole && (
        <>
          <dt>On</dt>
          <dd>{after ? joinText(after) : 'the end'}</dd>
          <dt>Tune</dt>
          <dd>
            {figuresText(figures)}
            {rootPosition && (
              <details className="side-cost">
                <summary>beside root position</summary>
                {rootPositionText(rootPosition)}.
              </details>
            )}
          </dd>
        </>
      )}
    </dl>
  );
}
const Way = afterMusic(WayHere);

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
