import {
  beatsPerBar,
  secondsBetween,
  STRAIGHT,
  ticksPerBeat,
  type Score,
  type Sound,
  type Ticks,
} from '../../core/index.ts';
import type { Performance, PlayedChord, Side } from './performance.ts';

const pitchesOf = ({ notes }: Sound, shift = 0) => notes.map(({ pitch }) => pitch + shift);

const soundOf = (sound: Sound, shift = 0) => ({
  // Drums have no key.
  pitches: pitchesOf(sound, sound.kind === 'stroke' ? 0 : shift),
  frets: sound.notes.map(({ fret }) => fret),
  muted: sound.kind === 'muted',
  velocity: sound.velocity,
  ...(sound.kind === 'melody' && { level: 'melody' as const }),
  spread: sound.spreadMs / 1000,
});

/** What of a score is played, and how. */
export interface Played {
  /** How fast, 1 as written. */
  readonly rate?: number;
  /** So many semitones higher than written. */
  readonly shift?: number;
  /** Where it ends, in ticks; null: with the tune. */
  readonly until?: Ticks | null;
  /** Bars of clicks before it. */
  readonly countIn?: number;
  /** Again and again, without the count-in. */
  readonly loop?: boolean;
}

/** A score from one column on, in seconds from its start. */
export function performanceFrom(score: Score, from: number, how: Played = {}): Performance {
  const { clock, columns, parts, bars, end: last } = score;
  const { rate = 1, shift = 0, until = null, countIn = 0, loop = false } = how;
  const origin = columns[from]?.start ?? last;
  const end = Math.min(last, until ?? last);
  const bar = bars.findLast(({ start }) => start <= origin);
  const counted = bar ? countedIn(score, bar, countIn, rate) : { clicks: [], seconds: 0 };
  const at = (tick: Ticks) => counted.seconds + secondsBetween(clock, origin, tick) / rate;
  const isPlayed = ({ start }: { readonly start: Ticks }) => start >= origin && start < end;
  const chords = (['guitar', 'melody', 'bass', 'brushes'] as const).flatMap((part) =>
    parts[part].filter(isPlayed).map((sound): PlayedChord => {
      const { start, ticks } = sound;
      const seconds = secondsBetween(clock, start, Math.min(end, start + ticks)) / rate;
      return { ...soundOf(sound, shift), at: at(start), seconds, part };
    }),
  );
  return {
    lit: columns.flatMap((column, i) => (isPlayed(column) ? [{ column: i, at: at(column.start) }] : [])),
    chords,
    clicks: [
      ...counted.clicks,
      ...parts.click.filter(isPlayed).map(({ start, kind }) => ({ at: at(start), accent: kind === 'downbeat' })),
    ],
    seconds: at(end),
    ...(loop && { again: counted.seconds }),
  };
}

/** Bars of clicks before a bar, in its meter. */
function countedIn({ clock }: Score, { meter }: Score['bars'][number], bars: number, rate: number) {
  const beats = beatsPerBar(meter) * bars;
  const beat = secondsBetween({ ...clock, swing: STRAIGHT }, 0, ticksPerBeat(meter)) / rate;
  return {
    clicks: Array.from({ length: beats }, (_, i) => ({ at: i * beat, accent: i % beatsPerBar(meter) === 0 })),
    seconds: beats * beat,
  };
}

/**
 * Two takes of a tune at once, one of them to be heard, from a tick on; lit is what changes in either, `lit[i]` from its tick.
 * Each has the bass that goes with its chords, and the melody where its guitar has not; drums are the same.
 */
export function bothFrom(
  scores: readonly [Score, Score],
  lit: readonly Ticks[],
  from: Ticks,
  { rate = 1, shift = 0, until = null, loop = false }: Omit<Played, 'countIn'> = {},
): Performance {
  const { clock, parts } = scores[0];
  const end = Math.min(scores[0].end, until ?? scores[0].end);
  const at = (tick: Ticks) => secondsBetween(clock, from, tick) / rate;
  const heard = (part: 'guitar' | 'melody' | 'bass' | 'brushes', sounds: readonly Sound[]) =>
    sounds
      .filter(({ start, ticks }) => start + ticks > from && start < end)
      .map((sound): PlayedChord => {
        // A chord that began before sounds on from here.
        const start = Math.max(from, sound.start);
        return {
          ...soundOf(sound, shift),
          at: at(start),
          seconds: at(Math.min(end, sound.start + sound.ticks)) - at(start),
          part,
        };
      });
  return {
    lit: lit.flatMap((start, column) => (start < from || start >= end ? [] : [{ column, at: at(start) }])),
    chords: [
      ...scores.flatMap(({ parts: { guitar, melody, bass } }, side) =>
        [...heard('guitar', guitar), ...heard('melody', melody), ...heard('bass', bass)].map((chord) => ({
          ...chord,
          side: side as Side,
        })),
      ),
      ...heard('brushes', parts.brushes),
    ],
    clicks: parts.click
      .filter(({ start }) => start >= from && start < end)
      .map(({ start, kind }) => ({ at: at(start), accent: kind === 'downbeat' })),
    seconds: at(end),
    ...(loop && { again: 0 }),
  };
}

/** A melody alone, `lit[i]` with its note i; `at` and `seconds` from its start. */
export const sungAlone = (
  notes: readonly { readonly pitch: number; readonly at: number; readonly seconds: number }[],
) => ({
  lit: notes.map(({ at }, i) => ({ column: i, at })),
  chords: notes.map(({ pitch, ...when }): PlayedChord => ({ ...when, pitches: [pitch], part: 'melody' })),
  clicks: [],
  seconds: Math.max(0, ...notes.map(({ at, seconds }) => at + seconds)),
});

/** Chords of equal length one after another, without clicks. */
export function inARow(row: readonly (readonly number[])[], seconds: number): Performance {
  return {
    lit: row.map((_, i) => ({ column: i, at: i * seconds })),
    chords: row.map((pitches, i) => ({ at: i * seconds, seconds, pitches })),
    clicks: [],
    seconds: row.length * seconds,
  };
}

/** A chord tried in place is heard no longer than this, in seconds: its neighbours are what matters. */
const IN_PLACE_MOST = 1.2;

/** A grip tried, and how long it would last. */
export interface TriedChord {
  readonly pitches: readonly number[];
  readonly ticks: Ticks;
}

/** Grips tried in place of columns `from` … `to`, between what sounds before and after, without clicks. */
export function inPlace(
  { clock, columns, parts }: Score,
  from: number,
  to: number,
  tried: readonly TriedChord[],
): Performance {
  const beside = (sound: Sound | undefined) =>
    sound ? [{ column: sound.column!, pitches: pitchesOf(sound), ticks: sound.ticks }] : [];
  let now = 0;
  const row = [
    ...beside(parts.guitar.findLast(({ column }) => column !== null && column < from)),
    ...tried.map(({ pitches, ticks }, i) => ({ column: Math.min(from + i, to), pitches, ticks })),
    ...beside(parts.guitar.find(({ column }) => column !== null && column > to)),
  ].map(({ column, pitches, ticks }) => {
    const seconds = Math.min(IN_PLACE_MOST, secondsBetween(clock, 0, ticks));
    const chord = { column, at: now, seconds, pitches };
    now += seconds;
    return chord;
  });
  // Over what is tried the melody is heard, as quickly as that goes by.
  const first = row.find(({ column }) => column >= from);
  const start = columns[from]?.start ?? 0;
  const long = tried.reduce((sum, { ticks }) => sum + ticks, 0);
  const heard = row
    .filter(({ column }) => column >= from && column <= to)
    .reduce((sum, { seconds }) => sum + seconds, 0);
  const pace = heard / Math.max(secondsBetween(clock, start, start + long), 1e-6);
  const sung = parts.melody
    .filter((sound) => first && sound.start >= start && sound.start < start + long)
    .map((sound): PlayedChord => {
      const at = first!.at + pace * secondsBetween(clock, start, sound.start);
      const seconds = pace * secondsBetween(clock, sound.start, sound.start + sound.ticks);
      return { ...soundOf(sound), at, seconds, part: 'melody' };
    });
  return {
    lit: row.map(({ column, at }) => ({ column, at })),
    chords: [...row.map(({ at, seconds, pitches }) => ({ at, seconds, pitches })), ...sung],
    clicks: [],
    seconds: now,
  };
}
