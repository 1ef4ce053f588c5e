import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { Suspense, useState, type ReactNode } from 'react';
import {
  costText,
  figuresText,
  joinText,
  nextBestText,
  rootPositionText,
  whyText,
  type Arrangement,
  type NoteNames,
} from '../../../core/index.ts';
import type { NextBest } from '../../work/questions.ts';
import { afterMusic, useAfterMusic } from '../frame/afterMusic.tsx';
import { later } from '../frame/later.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { BarChanges } from './Changes.tsx';
import { Colours } from './Colours.tsx';
import { BestMoves } from './MoveRow.tsx';
import { WhatStands } from './WhatStands.tsx';
import type { Deeds, Selection } from './selection.ts';
import { HEADINGS, type OptionsTab } from './tabs.ts';
import type { Offered } from './useOffered.ts';
import type { Tastes } from './useTaste.ts';
import type { useWhoPlays } from './useWhoPlays.ts';
import './workbench.css';

const Grating = later(async () => (await import('./Grating.tsx')).Grating);
const Moves = later(async () => (await import('./Moves.tsx')).Moves);
const Grips = later(async () => (await import('./Grips.tsx')).Grips);

interface OptionsProps {
  readonly at: Selection;
  /** The tune as a whole; null until it is voiced. */
  readonly tune: Pick<Arrangement, 'figures' | 'rootPosition'> | null;
  readonly who: Pick<ReturnType<typeof useWhoPlays>, 'guitar' | 'player'>;
  /** A newer result is on its way, and takes longer than one would notice. */
  readonly busy: boolean;
  readonly slow: boolean;
  readonly tab: OptionsTab;
  readonly onTab: (tab: OptionsTab) => void;
  readonly offered: Offered;
  readonly deeds: Deeds;
  /** Other changes the bar is known with. */
  readonly changes: BarChanges;
  readonly taste: Tastes;
  /** What is wished of the selected span, and where its voices go. */
  readonly wishes: ReactNode;
  readonly voices: ReactNode;
  /** A grip by its frets. */
  readonly ownGrip: ReactNode;
}

/** What could stand in the selected column, each with its reason and its exact price. */
export function Options(props: OptionsProps) {
  const { at, tune, who, busy, slow, tab, onTab, offered, deeds, changes } = props;
  const behind = useAfterMusic(at.here) !== at.here;
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
          {HEADINGS[tab]} in {at.place}
        </h2>
        {/* Voices need the room. */}
        {tab !== 'voice' && <WhatStands at={at} tab={tab} offered={offered} deeds={deeds} changes={changes} />}
      </div>
      <div
        id="options-panel"
        role="tabpanel"
        aria-labelledby={`tab-${tab}`}
        aria-busy={!offered.priced}
        className={`side-panel ${slow ? 'stale' : ''}`}
      >
        {/* The colours come with the page, in no Suspense: they may be left before one would be at work. */}
        {tab === 'colour' ? (
          <ColourTab {...props} />
        ) : (
          <Suspense>
            <Listed {...props} />
          </Suspense>
        )}
      </div>
      <Way
        at={at}
        tune={tune}
        noteNames={who.player.noteNames}
        nextBest={offered.nextBest}
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

/** What the open tab has on offer, the colours aside: parts that are fetched when they are asked for. */
function Listed({ at, tab, who, offered, deeds, taste, wishes, voices, ownGrip }: OptionsProps) {
  const { trying, setTrying } = offered;
  const [typing, setTyping] = useState(false);
  if (tab === 'wish') return wishes;
  if (tab === 'voice') return voices;
  if (tab === 'move') return <Moves at={at} offered={offered} taste={taste} deeds={deeds} />;
  const list = (
    <Grips
      chord={at.column.chord}
      stands={at.here?.grip ?? null}
      list={offered.grips}
      guitar={who.guitar}
      area={who.player.area}
      trying={trying}
      onTry={setTrying}
      onKeep={deeds.keep}
      onHear={deeds.hear}
      own={{ open: typing, onOpen: setTyping }}
    />
  );
  return (
    <>
      {typing && at.column.chord !== null && ownGrip}
      {list}
    </>
  );
}

/** The colours, and the best of the moves beside them. */
function ColourTab({ at, offered, deeds, taste }: OptionsProps) {
  const { trying, setTrying } = offered;
  return (
    <>
      <Colours
        column={at.column}
        colours={offered.colours.list}
        trying={trying}
        onTry={setTrying}
        style={taste.chosen}
        onKeep={deeds.keep}
        onHear={deeds.hear}
      />
      {offered.colours.list.length > 0 && (
        <div className="options-switch">
          <Suspense>
            <Grating shown={taste.grating} onShow={taste.setGrating} />
          </Suspense>
        </div>
      )}
      <BestMoves moves={offered.moves} onMake={deeds.make} onHear={deeds.hearMove} />
    </>
  );
}

interface WayProps extends Pick<OptionsProps, 'at' | 'tune'> {
  readonly noteNames: NoteNames;
  readonly nextBest: NextBest | null;
  /** Whether the way on and the tune are told, too: long lists need the room. */
  readonly whole: boolean;
}

/** Why the path comes to the column as it does, how it goes on, and the figures of the tune. */
function WayHere(props: WayProps) {
  const { at, tune, nextBest, noteNames, whole } = props;
  const { here, before, after } = at;
  if (!here?.grip || !tune) return null;
  const { figures, rootPosition } = tune;
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
            <details className="side-cost">
              <summary>beside root position</summary>
              {rootPositionText(rootPosition)}.
            </details>
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
