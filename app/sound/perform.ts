import { secondsBetween, type Score, type Sound, type Ticks } from '../../core/index.ts';
import type { Performance, PlayedChord, Side } from './playback.ts';

const pitchesOf = ({ notes }: Sound) => notes.map(({ pitch }) => pitch);

/** A score from one column to the end, in seconds from its start. */
export function performanceFrom({ clock, columns, parts, end }: Score, from: number): Performance {
  const origin = columns[from]?.start ?? end;
  const at = (tick: Ticks) => secondsBetween(clock, origin, tick);
  const from0 = ({ start }: { readonly start: Ticks }) => start >= origin;
  return {
    lit: columns.slice(from).map(({ start }, i) => ({ column: from + i, at: at(start) })),
    chords: parts.guitar.filter(from0).map((sound): PlayedChord => {
      const { start, ticks } = sound;
      return { at: at(start), seconds: secondsBetween(clock, start, start + ticks), pitches: pitchesOf(sound) };
    }),
    clicks: parts.click.filter(from0).map(({ start, kind }) => ({ at: at(start), accent: kind === 'downbeat' })),
    seconds: at(end),
  };
}

/** Two takes of a tune at once, one of them to be heard, from a tick on; lit is what changes in either, `lit[i]` from its tick. */
export function bothFrom(scores: readonly [Score, Score], lit: readonly Ticks[], from: Ticks): Performance {
  const { clock, end, parts } = scores[0];
  const at = (tick: Ticks) => secondsBetween(clock, from, tick);
  return {
    lit: lit.flatMap((start, column) => (start < from ? [] : [{ column, at: at(start) }])),
    chords: scores.flatMap(({ parts: { guitar } }, side) =>
      guitar
        .filter(({ start, ticks }) => start + ticks > from)
        .map((sound): PlayedChord => {
          // A chord that began before sounds on from here.
          const start = Math.max(from, sound.start);
          const end = sound.start + sound.ticks;
          return {
            at: at(start),
            seconds: secondsBetween(clock, start, end),
            pitches: pitchesOf(sound),
            side: side as Side,
          };
        }),
    ),
    clicks: parts.click
      .filter(({ start }) => start >= from)
      .map(({ start, kind }) => ({ at: at(start), accent: kind === 'downbeat' })),
    seconds: at(end),
  };
}

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
export function inPlace({ clock, parts }: Score, from: number, to: number, tried: readonly TriedChord[]): Performance {
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
  return {
    lit: row.map(({ column, at }) => ({ column, at })),
    chords: row.map(({ at, seconds, pitches }) => ({ at, seconds, pitches })),
    clicks: [],
    seconds: now,
  };
}
