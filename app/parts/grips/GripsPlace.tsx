import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { useCallback, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  formatFrets,
  handOf,
  headerKey,
  holdingsOf,
  namesOf,
  parseChord,
  parseFrets,
  parseKey,
  parseNote,
  pitchClass,
  pitchClassOf,
  symbolOf,
  type Frets,
  type Key,
  type NoteName,
} from '../../../core/index.ts';
import { useGripBook, usePlayer, type KeptPlayer } from '../../keep/player.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet, type Keys } from '../frame/KeySheet.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { guitarOf, type Guitar } from '../neck/layout.ts';
import type { NeckLabels } from '../neck/Neck.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Grips } from '../workbench/Grips.tsx';
import { useGripList } from '../workbench/useGripList.ts';
import { usePlayback } from '../workbench/usePlayback.ts';
import type { BareGrip } from '../../work/questions.ts';
import { useChordGrips } from '../../work/solver.ts';
import { AroundGrip } from './AroundGrip.tsx';
import { Ask } from './Ask.tsx';
import { Fingerboard } from './Fingerboard.tsx';
import { GripWordsFields, MyGrips } from './MyGrips.tsx';
import { Names } from './Names.tsx';

interface GripsPlaceProps {
  readonly player: KeptPlayer;
  /** The tune one comes from. */
  readonly tune: { readonly id: string; readonly key: Key | null } | null;
}

const KEYS: Keys = [
  ['↑ ↓', 'on the neck: the string above, below'],
  ['← →', 'its finger a fret down, up'],
  ['0', 'let it ring open'],
  ['X', 'leave it out'],
  ['H', 'hear it'],
  ['?', 'this sheet'],
];

const NO_WORDS = {};

/** The grip one sees first: C major seventh. */
const FIRST = 'x-3-5-4-5-3';

/** What is this grip, what else is it, where else does it lie, and what is near it. */
export function GripsPlace({ player: kept, tune }: GripsPlaceProps) {
  const player = usePlayer(kept.settings.cells);
  const guitar = useMemo(() => guitarOf(player), [player]);
  const book = useGripBook(kept, player);
  const playback = usePlayback();
  const [labels, setLabels] = useRemembered<NeckLabels>('neck-labels', 'fingers');
  const [params, setParams] = useSearchParams();
  const strings = guitar.open.length;
  const notes = (params.get('notes') ?? '')
    .split(' ')
    .map(parseNote)
    .filter((note) => note !== null);
  const frets = useMemo((): Frets => {
    const asked = parseFrets(params.get('grip') ?? FIRST);
    const fits = asked?.length === strings && asked.every((fret) => fret < guitar.mm.length);
    return fits ? asked : parseFrets(`${'x-'.repeat(strings - 6)}${FIRST}`)!;
  }, [params, strings, guitar]);
  const keyText = params.get('key') ?? (tune?.key ? headerKey(tune.key) : '');
  const key = keyText === '' ? null : parseKey(keyText);
  const set = (part: Readonly<Record<string, string | null>>) =>
    setParams(
      (before) => {
        for (const [name, value] of Object.entries(part)) {
          if (value === null) before.delete(name);
          else before.set(name, value);
        }
        return before;
      },
      { replace: true, preventScrollReset: true },
    );
  const show = (next: Frets) => set({ grip: formatFrets(next), notes: null });
  const asked = useMemo(() => {
    const chord = parseChord(params.get('chord') ?? '');
    return chord.ok ? chord.value : null;
  }, [params]);
  const nameOf = useCallback((other: Frets) => firstName(guitar, other), [guitar]);
  const fingered = useCallback(
    (other: Frets): BareGrip => ({
      frets: other,
      fingers: holdingsOf(other, handOf(player))[0]?.fingers ?? other.map(() => null),
    }),
    [player],
  );
  const list = useGripList(useChordGrips(player, asked), book);
  const [trying, setTrying] = useState(-1);
  const keep = (row: number) => {
    const one = list.at(row);
    if (one) show(one.grip.frets);
  };

  const pitches = frets.flatMap((fret, s) => (fret < 0 ? [] : [guitar.open[s]! + fret])).sort((a, b) => a - b);
  const sounding = notes.length > 0 ? soundingOf(notes) : { ...maskAndBass(pitches), written: [] };
  const names = namesOf(sounding, {
    ...(key?.ok && { key: key.value }),
    ...(player.company === 'bass' && { withBass: true }),
    written: sounding.written,
  });
  const [chosen, setChosen] = useState('');
  const name = names.find(({ symbol }) => symbol === chosen) ?? names[0] ?? null;
  return (
    <Frame
      tuneId={tune?.id ?? null}
      header={
        <>
          <div className="head-title">
            <h1>Grips</h1>
            <span className="facts">for {player.name}</span>
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
            onClick={() => playback.hear(pitches)}
          >
            Hear it
          </Button>
        </>
      }
    >
      <div className="grips">
        <div className="grips-main">
          <Ask
            grip={notes.length > 0 ? notes.join(' ') : formatFrets(frets)}
            strings={strings}
            keyText={keyText}
            onGrip={(next) => set({ grip: formatFrets(next), notes: null, chord: null })}
            onNotes={(next) => set({ notes: next.join(' '), chord: null })}
            onChord={(symbol) => set({ chord: symbol, notes: null })}
            onKey={(next) => set({ key: next === '' ? null : next })}
          />
          <Fingerboard
            frets={notes.length > 0 ? [] : frets}
            chord={asked ?? name?.chord ?? null}
            player={player}
            guitar={guitar}
            labels={labels}
            onLabels={setLabels}
            onFrets={show}
            onHear={() => playback.hear(pitches)}
          />
          {notes.length === 0 && (
            <AroundGrip {...{ frets, player, guitar, nameOf, fingered }} kept={book.kept} onShow={show} />
          )}
        </div>
        <Names
          side={
            asked && (
              <>
                <div className="grips-names-head">
                  <h2>
                    Grips of <ChordSymbol symbol={symbolOf(asked)} />
                  </h2>
                  <Button size="small" variant="outlined" onClick={() => set({ chord: null })}>
                    Back to the names
                  </Button>
                </div>
                <div className="side-panel">
                  <Grips
                    chord={asked}
                    stands={{ frets, grip: formatFrets(frets) }}
                    list={list}
                    guitar={guitar}
                    area={player.area}
                    trying={trying}
                    onTry={setTrying}
                    onKeep={keep}
                    onHear={(grip) => playback.hear(grip.pitches)}
                  />
                </div>
              </>
            )
          }
          names={names}
          chosen={name?.symbol ?? null}
          onChoose={setChosen}
          grip={notes.length > 0 ? null : formatFrets(frets)}
          isKept={book.kept.includes(formatFrets(frets))}
          isBanished={book.banished.includes(formatFrets(frets))}
          onMark={(as) => book.mark(formatFrets(frets), as)}
          words={
            <GripWordsFields
              key={formatFrets(frets)}
              words={book.words.get(formatFrets(frets)) ?? NO_WORDS}
              onWords={(words) => book.describe(formatFrets(frets), words)}
            />
          }
          mine={<MyGrips kept={book.kept} words={book.words} {...{ guitar, nameOf, fingered }} onShow={show} />}
        />
      </div>
      <Snackbar open={playback.failed !== null} message={playback.failed} />
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
