import type { FreeHand } from '../neck/free-notes.ts';
import { type FreePlay } from '../neck/free-notes.ts';
import type { Finger } from '../neck/hold.ts';
import type { ArrangedColumn } from '../leading/arrange.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { Ticks } from '../time/meter.ts';
import type { Layer, Sound } from './score.ts';

/** The tune is louder than what goes under it. */
const MELODY_VELOCITY = 100;
const UNDER_VELOCITY = 62;
/** A grip under a melody is rolled up to it, in milliseconds. */
const ROLL = 30;

/** A note of the tune as the guitar plays it. */
export interface PlayedNote {
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly pitch: Midi;
  /** On top of its grip; sounding on over a new grip; between grips; or alone, where no grip carries it. */
  readonly how: 'carried' | 'held' | 'free' | 'alone';
  readonly string: number;
  readonly fret: number;
  /** 0: an open string. */
  readonly finger: Finger;
  /** The strings of the grip that ring while it sounds, as bits. */
  readonly ringing: number;
}

/** A column of a chord-melody as it is played. */
export interface PlayedColumn {
  readonly notes: readonly PlayedNote[];
  /** The strings of its grip under the tune, and until when each rings. */
  readonly under: readonly { readonly string: number; readonly end: Ticks }[];
  /** Notes that are not on the neck. */
  readonly missing: number;
}

/** The string of a grip's highest note; of two the thinner. */
function topString(frets: readonly number[], open: readonly Midi[]): number {
  const pitchOn = (s: number) => (frets[s]! < 0 ? -1 : open[s]! + frets[s]!);
  return frets.reduce((best, _, s) => (pitchOn(s) >= pitchOn(best) ? s : best), 0);
}

/** How a column is played: its grip with what it carries, the notes between, and the strings they let ring. Null: it accompanies. */
export function playedColumn(
  { column: { carry, slot }, grip }: Pick<ArrangedColumn, 'column' | 'grip'>,
  open: readonly Midi[],
  hand: FreeHand,
): PlayedColumn | null {
  if (carry === null) return null;
  const { start } = slot;
  const end = start + slot.entry.ticks;
  const frets = grip?.frets ?? open.map(() => -1);
  const fingers = frets.map((_, s) => numberOf(grip?.fingers[s] ?? 0));
  const all = frets.reduce((bits, fret, s) => (fret < 0 ? bits : bits | (1 << s)), 0);
  const alone =
    grip === null && carry.pitch !== null && carry.struck ? [{ start, ticks: carry.ticks, pitch: carry.pitch }] : [];
  const asked = [...alone, ...carry.free];
  const plays = hand.plays(
    frets,
    fingers,
    asked.map(({ pitch }) => pitch),
  );
  const between = asked.map(({ start: from, ticks, pitch }, i): PlayedNote | null => {
    const play = plays?.[i];
    return play ? { start: from, ticks, pitch, how: grip ? 'free' : 'alone', ...placeOf(play) } : null;
  });
  const top = grip && carry.pitch !== null ? topString(frets, open) : -1;
  const carried: PlayedNote[] =
    grip && carry.pitch !== null
      ? [
          {
            start,
            ticks: carry.ticks,
            pitch: carry.pitch,
            how: carry.struck ? 'carried' : 'held',
            string: top,
            fret: frets[top]!,
            finger: grip.fingers[top] ?? 0,
            ringing: all,
          },
        ]
      : [];
  const under = frets.flatMap((fret, s) => {
    if (fret < 0 || s === top) return [];
    const stopped = plays?.findIndex(({ kept, string }) => (kept & (1 << s)) === 0 || string === s) ?? -1;
    return [{ string: s, end: stopped < 0 ? end : asked[stopped]!.start }];
  });
  const notes = [...carried, ...between.filter((note) => note !== null)];
  return { notes, under, missing: asked.length - between.filter((note) => note !== null).length };
}

const placeOf = ({ string, fret, finger, kept }: FreePlay) => ({ string, fret, finger, ringing: kept });
const numberOf = (finger: Finger): number => (finger === 'T' ? 5 : finger);

/** Columns that carry the tune sound as a chord-melody: the guitar has the melody, and what goes under it is softer. Comes last. */
export const chordMelodyLayer =
  (hand: FreeHand): Layer =>
  (score, { columns, open }) => {
    const sounds: Sound[] = [];
    /** Where the guitar has the tune. */
    const taken: { start: Ticks; end: Ticks }[] = [];
    columns.forEach((one, column) => {
      // What a score is made of has whole columns where there is a melody to carry.
      const played = 'carry' in one.column ? playedColumn(one as ArrangedColumn, open, hand) : null;
      if (!played) return;
      const { start, ticks } = score.columns[column]!;
      taken.push({ start, end: start + ticks });
      sounds.push(...underOf(played, one.grip, { start, column }, open));
      for (const note of played.notes) {
        const last = sounds.findLast(({ kind }) => kind === 'melody');
        const goesOn =
          note.how === 'held' &&
          last &&
          last.start + last.ticks === note.start &&
          last.notes[0]!.string === note.string &&
          last.notes[0]!.fret === note.fret;
        if (goesOn) sounds[sounds.indexOf(last)] = { ...last, ticks: last.ticks + note.ticks };
        else sounds.push(melodySound(note, column));
      }
    });
    if (taken.length === 0) return score;
    const isTaken = ({ start }: Sound) => taken.some((span) => span.start <= start && start < span.end);
    const guitar = [...score.parts.guitar.filter((sound) => !isTaken(sound)), ...sounds];
    return {
      ...score,
      parts: {
        ...score.parts,
        guitar: guitar.sort((a, b) => a.start - b.start),
        melody: score.parts.melody.filter((sound) => !isTaken(sound)),
      },
    };
  };

/** The notes of a grip under the tune, those that are let go at the same time as one sound. */
function underOf(
  { under }: PlayedColumn,
  grip: ArrangedColumn['grip'],
  { start, column }: { readonly start: Ticks; readonly column: number },
  open: readonly Midi[],
): readonly Sound[] {
  if (!grip) return [];
  return [...new Set(under.map(({ end }) => end))].map((end, i): Sound => {
    const strings = under.filter((one) => one.end === end).map(({ string }) => string);
    return {
      start,
      ticks: end - start,
      velocity: UNDER_VELOCITY,
      kind: 'chord',
      column,
      spreadMs: i === 0 ? ROLL : 0,
      notes: strings.map((string, voice) => {
        const fret = grip.frets[string]!;
        const finger = grip.fingers[string] ?? 0;
        return { pitch: open[string]! + fret, string, fret, finger: finger === 0 ? null : finger, voice };
      }),
    };
  });
}

const melodySound = ({ start, ticks, pitch, string, fret, finger }: PlayedNote, column: number): Sound => ({
  start,
  ticks,
  velocity: MELODY_VELOCITY,
  kind: 'melody',
  column,
  spreadMs: 0,
  notes: [{ pitch, string, fret, finger: finger === 0 ? null : finger, voice: 0 }],
});
