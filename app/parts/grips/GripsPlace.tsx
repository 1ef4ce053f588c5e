import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import Button from '@mui/material/Button';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { useCallback, useMemo, useState } from 'react';
import {
  formatFrets,
  handOf,
  holdingsOf,
  namesOf,
  pitchClass,
  pitchClassOf,
  setCold,
  tuningKey,
  type Frets,
  type Key,
  type NoteName,
  msg,
  t,
  type Msg,
} from '../../../core/index.ts';
import { Notice } from '../frame/Notice.tsx';
import { useFresh } from '../../keep/fresh.ts';
import { useGripBook, usePlayer, type KeptPlayer, type MarkedGrip } from '../../keep/player.ts';
import { usePractise } from '../../keep/practice.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { HEARINGS, type Hearing } from '../../sound/playback.ts';
import type { BareGrip } from '../../work/questions.ts';
import { useChordGrips } from '../../work/answers.ts';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet, type Keys } from '../frame/KeySheet.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { guitarOf, type Guitar } from '../neck/layout.ts';
import type { NeckLabels } from '../neck/Neck.tsx';
import { useGripList } from '../workbench/useGripList.ts';
import { usePlayback } from '../workbench/usePlayback.ts';
import { AreasView } from './AreasView.tsx';
import { AroundGrip } from './AroundGrip.tsx';
import { Ask } from './Ask.tsx';
import { ChordSide } from './ChordSide.tsx';
import { ClimbView } from './ClimbView.tsx';
import { Fingerboard } from './Fingerboard.tsx';
import { GripWordsFields, MyGrips, type PinnedGrip } from './MyGrips.tsx';
import { Names } from './Names.tsx';
import { ThreadView } from './ThreadView.tsx';
import { useAsked, type GripsView } from './useAsked.ts';
import '../neck/neck.css';
import './grips.css';

interface GripsPlaceProps {
  readonly player: KeptPlayer;
  /** The tune one comes from. */
  readonly tune: { readonly id: string; readonly key: Key | null; readonly opening: string } | null;
  /** Where the player's tunes have grips pinned. */
  readonly pinned: readonly PinnedGrip[];
}

const KEYS: Keys = [
  ['↑ ↓', msg('on the neck: the string above, below')],
  ['← →', msg('its finger a fret down, up')],
  ['0', msg('let it ring open')],
  ['X', msg('leave it out')],
  ['H', msg('hear it')],
  ['?', msg('this sheet')],
];

const VIEWS: Readonly<Record<GripsView, Msg>> = {
  around: msg('Around it'),
  areas: msg('In five areas'),
  climb: msg('Many grips of it'),
  thread: msg('A thread'),
};

const NO_WORDS = {};
/** Chords to begin with, where no tune is at hand. */
const SOME_CHORDS = 'F#m D A E';

const HEARD: Readonly<Record<Hearing, Msg>> = {
  strummed: msg('strummed'),
  plucked: msg('plucked'),
  'one by one': msg('one by one'),
};

/** What is this grip, what else is it, where else does it lie, and what is near it. */
export function GripsPlace({ player: kept, tune, pinned }: GripsPlaceProps) {
  const player = usePlayer(kept.settings.cells);
  const guitar = useMemo(() => guitarOf(player), [player]);
  const book = useGripBook(kept, player);
  useFresh();
  /** A grip that is no longer among the player's, for a moment. */
  const [forgotten, setForgotten] = useState<{ readonly grip: string; readonly before: MarkedGrip } | null>(null);
  const playback = usePlayback();
  const [labels, setLabels] = useRemembered<NeckLabels>('neck-labels', 'fingers');
  const [hearing, setHearing] = useRemembered<Hearing>('hearing', 'strummed');
  const { frets, notes, key, keyText, below, asked, view, beside, through, set, show, showNotes } = useAsked(
    guitar,
    tune?.key ?? null,
  );
  const { begin } = usePractise();
  const tuning = tuningKey(player.tuning);
  const nameOf = useCallback((other: Frets) => firstName(guitar, other), [guitar]);
  const fingered = useCallback(
    (other: Frets): BareGrip => ({
      frets: other,
      fingers: holdingsOf(other, handOf(player))[0]?.fingers ?? other.map(() => null),
    }),
    [player],
  );
  const list = useGripList(useChordGrips(player, asked), book);

  const pitches = frets.flatMap((fret, s) => (fret < 0 ? [] : [guitar.open[s]! + fret])).sort((a, b) => a - b);
  const sounding = notes.length > 0 ? soundingOf(notes) : { ...maskAndBass(pitches), written: [] };
  const names = namesOf(sounding, {
    ...(key && { key }),
    ...(below && { below }),
    ...(player.company === 'bass' && { withBass: true }),
    written: sounding.written,
  });
  const [chosen, setChosen] = useState('');
  const name = names.find(({ symbol }) => symbol === chosen) ?? names[0] ?? null;
  const chord = asked ?? name?.chord ?? null;
  const grip = formatFrets(frets);
  const hear = () => playback.hear(pitches, hearing);
  return (
    <Frame
      tuneId={tune?.id ?? null}
      header={
        <>
          <div className="head-title">
            <h1>{t('Grips')}</h1>
            <span className="facts">{t('for {name}', { name: player.name })}</span>
          </div>
          <span className="head-gap" />
          <SaveState />
          <span className="head-tools">
            <KeySheet keys={KEYS} />
          </span>
          <Button
            variant="contained"
            color="secondary"
            startIcon={<VolumeUpOutlined />}
            disabled={pitches.length === 0}
            onClick={hear}
          >
            {t('Hear it')}
          </Button>
        </>
      }
    >
      <div className="grips">
        <div className="grips-main">
          <Ask
            grip={notes.length > 0 ? notes.join(' ') : grip}
            strings={guitar.open.length}
            keyText={keyText}
            below={below ?? ''}
            onGrip={(next) => set({ grip: formatFrets(next), notes: null, chord: null })}
            onNotes={showNotes}
            onChord={(symbol) => set({ chord: symbol, notes: null })}
            onKey={(next) => set({ key: next })}
            onBelow={(next) => set({ below: next })}
          />
          <Fingerboard
            frets={notes.length > 0 ? [] : frets}
            chord={chord}
            player={player}
            guitar={guitar}
            labels={labels}
            onLabels={setLabels}
            hearings={
              <span className="hand-labels" role="group" aria-label={t('Heard')}>
                {HEARINGS.map((how) => (
                  <button
                    key={how}
                    type="button"
                    aria-pressed={hearing === how}
                    onClick={() => {
                      setHearing(how);
                      playback.hear(pitches, how);
                    }}
                  >
                    {t(HEARD[how])}
                  </button>
                ))}
              </span>
            }
            onFrets={show}
            onHear={hear}
          />
          <Tabs
            value={view}
            onChange={(_, next: GripsView) => set({ view: next === 'around' ? null : next })}
            variant="scrollable"
            aria-label={t('What to look at')}
          >
            {(Object.keys(VIEWS) as GripsView[]).map((one) => (
              <Tab key={one} value={one} label={t(VIEWS[one])} />
            ))}
          </Tabs>
          {view === 'around' && notes.length === 0 && (
            <AroundGrip {...{ frets, chord, player, guitar, nameOf, fingered }} kept={book.kept} onShow={show} />
          )}
          {view === 'areas' && chord && (
            <AreasView
              {...{ chord, beside, player, guitar }}
              onBeside={(text) => set({ beside: text })}
              onHear={playback.hearRow}
              onShow={show}
            />
          )}
          {view === 'climb' && chord && (
            <ClimbView
              {...{ chord, player, guitar }}
              playing={playback.playing}
              onHear={playback.hearRow}
              onShow={show}
            />
          )}
          {(view === 'areas' || view === 'climb') && chord === null && (
            <p className="side-empty">{t('Name a chord above, or put fingers on the neck that make one.')}</p>
          )}
          {view === 'thread' && (
            <ThreadView
              {...{ player, guitar }}
              through={through ?? tune?.opening ?? SOME_CHORDS}
              onThrough={(text) => set({ through: text })}
              musicalKey={key}
              banished={book.banished}
              tuneId={tune?.id ?? null}
              playing={playback.playing}
              onHear={playback.hearRow}
              onShow={show}
            />
          )}
        </div>
        <Names
          side={
            asked && (
              <ChordSide
                chord={asked}
                frets={frets}
                sounding={pitches.length > 0 ? sounding : null}
                list={list}
                guitar={guitar}
                area={player.area}
                onShow={show}
                onHear={(one) => playback.hear(one.pitches, hearing)}
                onClose={() => set({ chord: null })}
              />
            )
          }
          names={names}
          chosen={name?.symbol ?? null}
          onChoose={setChosen}
          grip={notes.length > 0 ? null : grip}
          isKept={book.kept.includes(grip)}
          isBanished={book.banished.includes(grip)}
          onMark={(as) => {
            const before = book.marked(grip);
            setForgotten(as === null && before?.banished === false ? { grip, before } : null);
            book.mark(grip, as);
          }}
          words={
            <GripWordsFields
              key={grip}
              words={book.words.get(grip) ?? NO_WORDS}
              onWords={(words) => book.describe(grip, words)}
            />
          }
          mine={
            <MyGrips
              kept={book.kept}
              words={book.words}
              {...{ guitar, nameOf, fingered, pinned }}
              onShow={show}
              onPractise={(grips) => begin(setCold(grips.map((one) => ({ kind: 'grip', tuning, ...one }))))}
            />
          }
        />
      </div>
      <Notice
        open={forgotten !== null}
        goes
        onClose={() => setForgotten(null)}
        message={
          forgotten && t('{name} is in the bin for thirty days.', { name: forgotten.before.name ?? forgotten.grip })
        }
        action={
          <Button
            size="small"
            color="secondary"
            onClick={() => {
              if (forgotten) book.unmark(forgotten.grip, forgotten.before);
              setForgotten(null);
            }}
          >
            {t('Undo')}
          </Button>
        }
      />
      <Notice open={playback.failed !== null} message={playback.failed} />
    </Frame>
  );
}

const maskAndBass = (pitches: readonly number[]) => ({
  mask: pitches.reduce((mask, pitch) => mask | (1 << pitchClassOf(pitch)), 0),
  bass: pitchClassOf(pitches[0] ?? 0),
});

const soundingOf = (written: readonly NoteName[]) => ({
  mask: written.reduce((mask, note) => mask | (1 << pitchClass(note)), 0),
  bass: pitchClass(written[0]!),
  written,
});

/** The first name of what is fretted on a guitar; empty where there is no common one. */
function firstName({ open }: Guitar, frets: Frets): string {
  const pitches = frets.flatMap((fret, s) => (fret < 0 ? [] : [open[s]! + fret])).sort((a, b) => a - b);
  return pitches.length === 0 ? '' : (namesOf(maskAndBass(pitches))[0]?.symbol ?? '');
}
