import type { FreeHand, FreePlay } from '../neck/free-notes.ts';
import type { Finger } from '../neck/hold.ts';
import type { ArrangedColumn } from '../leading/arrange.ts';
import type { Midi } from '../pitch/pitch.ts';
import { playedFrom, strengthAt } from '../take/carry.ts';
import type { ReadSlot } from '../reading/read.ts';
import type { Ticks } from '../time/meter.ts';
import { legatoFrom, type Legato } from './legato.ts';
import type { Layer, Sound } from './score.ts';

/** The tune is louder than what goes under it. */
const MELODY_VELOCITY = 100;
const UNDER_VELOCITY = 62;
/** Without a pluck a note is softer. */
const LEGATO_VELOCITY = 84;
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
  /** How the left hand alone brings it on; null: it is plucked. */
  readonly legato: Legato | null;
}

/** A note that is struck and rings: a string of the grip under the tune, or a bass off the beat. */
export interface RingingString {
  readonly string: number;
  readonly fret: number;
  readonly finger: Finger;
  readonly start: Ticks;
  readonly end: Ticks;
}

/** A column of a chord-melody as it is played. */
export interface PlayedColumn {
  readonly notes: readonly PlayedNote[];
  /** The strings of its grip under the tune. */
  readonly under: readonly RingingString[];
  /** Basses that are struck off the beat. */
  readonly basses: readonly RingingString[];
  /** Notes that are not on the neck, or not in reach. */
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
  const isAlone = grip === null && carry.pitch !== null && carry.struck;
  const alone = isAlone ? [{ start, ticks: carry.ticks, pitch: carry.pitch! }] : [];
  const asked = [...alone, ...playedFrom(carry)];
  const plays = hand.plays(
    frets,
    fingers,
    asked.map((one) => ('bass' in one ? { bass: one.bass } : one.pitch)),
  );
  /** What is asked for with how it is played. */
  const played = asked.flatMap((one, i) => {
    const play = plays?.[i];
    return play ? [{ ...one, play, at: i }] : [];
  });
  /** When a string is stopped that rings after the first `from` of what is asked for. */
  const stopOf = (from: number, isStopped: (play: FreePlay) => boolean): Ticks =>
    played.find(({ at, play }) => at >= from && isStopped(play))?.start ?? end;
  const between = played.flatMap((one): readonly PlayedNote[] =>
    'bass' in one
      ? []
      : [{ start: one.start, ticks: one.ticks, pitch: one.pitch, how: grip ? 'free' : 'alone', ...placeOf(one.play) }],
  );
  const basses = played.flatMap((one): readonly RingingString[] => {
    if (!('bass' in one)) return [];
    const { string, fret, finger } = one.play;
    const isOwn = frets[string] === fret;
    // One that is set for it stays until the hand sets another finger.
    const stops = (play: FreePlay) =>
      play.string === string ||
      (isOwn ? (play.kept & (1 << string)) === 0 : fret > 0 && play.fret > 0 && frets[play.string] !== play.fret);
    return [{ string, fret, finger, start: one.start, end: stopOf(one.at + 1, stops) }];
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
            legato: null,
          },
        ]
      : [];
  /** The grip's own bass, where it comes after the beat. */
  const late = carry.way === 'bass-after' ? basses[0] : undefined;
  const under = frets.flatMap((fret, s): readonly RingingString[] => {
    if (fret < 0 || s === top || (late?.string === s && late.fret === fret)) return [];
    const finger = grip?.fingers[s] ?? 0;
    return [
      { string: s, fret, finger, start, end: stopOf(0, (play) => (play.kept & (1 << s)) === 0 || play.string === s) },
    ];
  });
  return { notes: withLegato([...carried, ...between], slot), under, basses, missing: asked.length - played.length };
}

/** Notes with how the left hand brings them on, those that need no pluck. */
function withLegato(notes: readonly PlayedNote[], { start, entry, meter }: ReadSlot): readonly PlayedNote[] {
  const placed = (note: PlayedNote) => ({ ...note, strength: strengthAt(entry.tick + note.start - start, meter) });
  return notes.map((note, i) =>
    i > 0 && note.how === 'free' ? { ...note, legato: legatoFrom(placed(notes[i - 1]!), placed(note)) } : note,
  );
}

const placeOf = ({ string, fret, finger, kept }: FreePlay) => ({ string, fret, finger, ringing: kept, legato: null });
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
      const carried = 'carry' in one.column ? (one as ArrangedColumn) : null;
      // A line of one's own is the top of its grips, which sound as any do.
      if (carried === null || carried.column.carry?.isLine) return;
      const played = playedColumn(carried, open, hand);
      if (!played) return;
      const { start, ticks } = score.columns[column]!;
      taken.push({ start, end: start + ticks });
      sounds.push(...underOf(played, { start, column }, open));
      sounds.push(...played.basses.map((bass) => bassSound(bass, column, open)));
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
  { start, column }: { readonly start: Ticks; readonly column: number },
  open: readonly Midi[],
): readonly Sound[] {
  return [...new Set(under.map(({ end }) => end))].map((end, i): Sound => ({
    start,
    ticks: end - start,
    velocity: UNDER_VELOCITY,
    kind: 'chord',
    column,
    spreadMs: i === 0 ? ROLL : 0,
    notes: under.filter((one) => one.end === end).map((one, voice) => soundNote(one, voice, open)),
  }));
}

const soundNote = ({ string, fret, finger }: RingingString, voice: number, open: readonly Midi[]) => ({
  pitch: open[string]! + fret,
  string,
  fret,
  finger: finger === 0 ? null : finger,
  voice,
});

const bassSound = (bass: RingingString, column: number, open: readonly Midi[]): Sound => ({
  start: bass.start,
  ticks: bass.end - bass.start,
  velocity: UNDER_VELOCITY,
  kind: 'bass',
  column,
  spreadMs: 0,
  notes: [soundNote(bass, 0, open)],
});

const melodySound = ({ start, ticks, pitch, string, fret, finger, legato }: PlayedNote, column: number): Sound => ({
  start,
  ticks,
  velocity: legato === null ? MELODY_VELOCITY : LEGATO_VELOCITY,
  kind: 'melody',
  column,
  spreadMs: 0,
  notes: [{ pitch, string, fret, finger: finger === 0 ? null : finger, voice: 0 }],
  ...(legato && { legato }),
});
