import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { Suspense, useState, type ReactNode } from 'react';
import {
  joinText,
  symbolOf,
  type Arrangement,
  type CheckedNote,
  type Pitched,
  type Proposal,
  msg,
  t,
  type Msg,
  symbolText,
} from '../../../core/index.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { afterMusic, useAfterMusic } from '../frame/afterMusic.tsx';
import { later } from '../frame/later.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { BarChanges } from './Changes.tsx';
import { Colours } from './Colours.tsx';
import { BestMoves } from './MoveRow.tsx';
import type { WayProps } from './WayTold.tsx';
import { WhatStands } from './WhatStands.tsx';
import type { Deeds, Selection } from './selection.ts';
import { HEADINGS, type OptionsTab } from './tabs.ts';
import type { Offered } from './useOffered.ts';
import type { Mend } from './useMelody.ts';
import type { Tastes } from './useTaste.ts';
import type { useWhoPlays } from './useWhoPlays.ts';
import './workbench.css';

const Cheaper = later(async () => (await import('./Cheaper.tsx')).Cheaper);
const ColumnDeeds = later(async () => (await import('./ColumnDeeds.tsx')).ColumnDeeds);
const WayTold = later(async () => (await import('./WayTold.tsx')).WayTold);
const NoGrip = later(async () => (await import('./NoGrip.tsx')).NoGrip);
const Grating = later(async () => (await import('./Grating.tsx')).Grating);
const Clashes = later(async () => (await import('./Clashes.tsx')).Clashes);
const MelodyFirst = later(async () => (await import('./MelodyFirst.tsx')).MelodyFirst);
const Moves = later(async () => (await import('./Moves.tsx')).Moves);
const Grips = later(async () => (await import('./Grips.tsx')).Grips);

const TABS: readonly (readonly [OptionsTab, Msg])[] = [
  ['colour', msg('Colour')],
  ['move', msg('Moves')],
  ['grip', msg('Grip')],
  ['between', msg('Between')],
  ['voice', msg('Voices')],
  ['wish', msg('Wishes')],
];

interface OptionsProps {
  readonly at: Selection;
  /** The tune as a whole; null until it is voiced. */
  readonly tune: Pick<Arrangement, 'figures' | 'rootPosition'> | null;
  readonly who: Pick<ReturnType<typeof useWhoPlays>, 'id' | 'guitar' | 'player'>;
  readonly tuneId: string;
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
  /** Whether the tune has a melody. */
  readonly hasMelody: boolean;
  /** What of it clashes with the chord that stands. */
  readonly mends: readonly Mend[];
  /** Other chords that mend it, and what makes one. */
  readonly mending: readonly Proposal[];
  readonly onMend: (proposal: Proposal) => void;
  readonly onRetune: (note: CheckedNote['note'], sound: Pitched) => void;
  /** What is wished of the selected span, and where its voices go. */
  readonly wishes: ReactNode;
  readonly voices: ReactNode;
  readonly between: ReactNode;
  /** A grip by its frets. */
  readonly ownGrip: ReactNode;
}

/** What could stand in the selected column, each with its reason and its exact price. */
export function Options(props: OptionsProps) {
  const { at, tune, who, busy, slow, tab, onTab, offered, deeds, changes } = props;
  const isUnheld = tune !== null && at.column.chord !== null && at.here !== null && at.here.grip === null;
  const behind = useAfterMusic(at.here) !== at.here;
  /** On a small screen they come up over the neck, and go again. */
  const [isUp, setUp] = useState(false);
  return (
    <aside
      className={isUp ? 'side side-up' : 'side'}
      aria-label={t('Options for the selected chord')}
      aria-busy={busy || behind}
    >
      <Tabs value={tab} onChange={(_, value: OptionsTab) => onTab(value)} aria-label={t('Kinds of options')}>
        {TABS.map(([value, label]) => (
          <Tab
            key={value}
            value={value}
            label={t(label)}
            id={`tab-${value}`}
            aria-controls="options-panel"
            onClick={() => setUp(value !== tab || !isUp)}
          />
        ))}
      </Tabs>
      <div className="side-head">
        <div className="side-title">
          <h2>{t('{headings} in {place}', { headings: HEADINGS[tab], place: at.place })}</h2>
          <Suspense>{at.here && <ColumnDeeds at={at} deeds={deeds} />}</Suspense>
        </div>
        {/* Voices, wishes and what lies between need the room. */}
        {tab !== 'voice' && tab !== 'wish' && tab !== 'between' && (
          <WhatStands at={at} tab={tab} offered={offered} deeds={deeds} changes={changes} />
        )}
      </div>
      <div
        id="options-panel"
        role="tabpanel"
        aria-labelledby={`tab-${tab}`}
        aria-busy={!offered.priced}
        className={`side-panel ${slow || offered.past ? 'stale' : ''}`}
      >
        {isUnheld && (
          <Suspense>
            <NoGrip
              column={at.column}
              player={who.player}
              playersAt={`/players/${who.id}?tune=${props.tuneId}`}
              colours={offered.colours.list}
              onColour={(colour) => deeds.take(deeds.decide.toColour(colour))}
            />
          </Suspense>
        )}
        {/* The colours come with the page, in no Suspense: they may be left before one would be at work. */}
        {tab === 'colour' ? (
          <ColourTab {...props} />
        ) : (
          <Suspense>
            <Listed {...props} />
          </Suspense>
        )}
      </div>
      <Way at={at} tune={tune} nextBest={offered.nextBest} />
      <p className="side-keys">
        <kbd>↑↓</kbd> {t('try')} <kbd>{t('Enter')}</kbd> {t('keep')} <kbd>H</kbd> {t('hear')}{' '}
        {tab === 'voice' ? (
          <>
            <kbd>2</kbd> <kbd>↑</kbd> {t('sends voice 2 up')}
          </>
        ) : (
          <>
            <kbd>P</kbd> {t('pin')} <kbd>⌫</kbd> {t('let go')}
          </>
        )}
      </p>
    </aside>
  );
}

/** What the open tab has on offer, the colours aside: parts that are fetched when they are asked for. */
function Listed({ at, tab, who, offered, deeds, taste, wishes, voices, between, ownGrip }: OptionsProps) {
  const { trying, setTrying } = offered;
  const [typing, setTyping] = useState(false);
  if (tab === 'wish') return wishes;
  if (tab === 'voice') return voices;
  if (tab === 'between') return between;
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
  const priced = offered.grips;
  const cheapest = priced.at(0);
  const first = !offered.past && priced.rows.length > 0 && cheapest && !cheapest.kept ? cheapest : null;
  return (
    <>
      {first && (
        <Cheaper
          column={at.column}
          cheapest={first.extra}
          name={first.grip.grip}
          onTake={() => (at.column.decision?.voicing ? deeds.decide.pin() : deeds.keep(0))}
        />
      )}
      {typing && at.column.chord !== null && ownGrip}
      {list}
    </>
  );
}

/** The colours, and the best of the moves beside them. */
function ColourTab(props: OptionsProps) {
  const { at, offered, deeds, taste, hasMelody, mends, mending, onMend, onRetune, onTab } = props;
  const { trying, setTrying } = offered;
  const prices = offered.colours.list.map(({ extra }) => extra ?? Infinity);
  const cheapest = prices.length > 0 ? prices.indexOf(Math.min(...prices)) : -1;
  const best = offered.colours.list[cheapest];
  return (
    <>
      {mends.length > 0 && (
        <Suspense>
          <Clashes
            mends={mends}
            musicalKey={at.column.slot.key}
            colours={offered.colours.list}
            onKeep={(chord) => deeds.change(deeds.decide.toKind(chord))}
            onHear={deeds.hear}
            onRetune={onRetune}
            moves={mending}
            onMove={onMend}
            onMoves={() => onTab('move')}
          />
        </Suspense>
      )}
      {/* Its room is kept: nothing moves when it comes. */}
      <div className="cheaper-room">
        {best && offered.colours.done && best.extra !== null && best.extra < 0 && (
          <Suspense>
            <Cheaper
              column={at.column}
              cheapest={best.extra}
              name={symbolText(symbolOf(best.chord))}
              onTake={() => deeds.keep(cheapest)}
            />
          </Suspense>
        )}
      </div>
      <Colours
        column={at.column}
        colours={offered.colours.list}
        trying={trying}
        onTry={setTrying}
        style={taste.chosen}
        onKeep={deeds.keep}
        onHear={deeds.hear}
      >
        <div className="options-switch">
          <Suspense>
            <Grating />
            {hasMelody && <MelodyFirst tastes={taste} />}
          </Suspense>
        </div>
        <BestMoves moves={offered.moves} onMake={deeds.make} onHear={deeds.hearMove} />
      </Colours>
    </>
  );
}

/** How the path comes to the chord, in a line; opened, why it does so, how it goes on, and the figures of the tune. */
function WayHere({ at, tune, nextBest }: WayProps) {
  const { here, before } = at;
  const [open, setOpen] = useRemembered('way-open', false);
  if (!here?.grip || !tune) return null;
  const from = before ? symbolText(before.column.symbol) : null;
  return (
    <details className="side-way" open={open} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>
        {from === null ? (
          t('The tune begins here')
        ) : (
          <Glyphs text={t('From {from}: {join}', { from, join: joinText(here) })} />
        )}
        <span> {t('· tune {movement}', { movement: tune.figures.movement })}</span>
      </summary>
      {open && (
        <Suspense>
          <WayTold at={at} tune={tune} nextBest={nextBest} />
        </Suspense>
      )}
    </details>
  );
}
const Way = afterMusic(WayHere);
