import type { Finger } from '../../neck/hold.ts';
import type { Midi } from '../../pitch/pitch.ts';
import type { Ticks } from '../../time/meter.ts';
import type { Score, Sound, SoundNote } from '../score.ts';

/** A string that has another note of its chord for a while. */
export interface Revoiced {
  readonly string: number;
  readonly from: Ticks;
  readonly to: Ticks;
  readonly fret: number;
  readonly finger: Finger;
}

/** What is added to a chord as it sounds. */
export interface Added {
  /** In order of time. */
  readonly sounds: readonly Sound[];
  /** From then on until its end nothing else of it sounds. */
  readonly alone: Ticks | null;
  /** Where it goes on over the next column, of the same chord: its end then; nothing is added to that one. */
  readonly until: Ticks | null;
  /** In order of time; where nothing is struck when one begins, it is struck. */
  readonly revoiced: readonly Revoiced[];
}

export const NOTHING: Added = { sounds: [], alone: null, until: null, revoiced: [] };

/** A score with something added to a column of it. */
export function withAdded(score: Score, column: number, added: Added, open: readonly Midi[]): Score {
  const span = score.columns[column]!;
  const end = added.until ?? span.start + span.ticks;
  let guitar: readonly Sound[] = score.parts.guitar;
  if (added.alone !== null) guitar = guitar.flatMap((sound) => beforeAlone(sound, added.alone!, end));
  for (const one of added.revoiced) guitar = guitar.flatMap((sound) => revoicedIn(sound, column, one, open));
  const struck = added.revoiced.filter(
    ({ from, string }) => !guitar.some(({ start, notes }) => start === from && notes.some((n) => n.string === string)),
  );
  const walking = struck.map((one): Sound => ({
    ...LINE,
    column,
    start: one.from,
    ticks: one.to - one.from,
    notes: [noteOf(one, open)],
  }));
  const all = [...guitar, ...walking, ...added.sounds].sort((a, b) => a.start - b.start);
  return { ...score, parts: { ...score.parts, guitar: all.map((sound) => untilPlucked(sound, all)) } };
}

const LINE = { velocity: 74, kind: 'line', spreadMs: 0 } as const;

/** What is left of a sound where from a time on nothing else is to sound. */
function beforeAlone(sound: Sound, from: Ticks, to: Ticks): readonly Sound[] {
  if (sound.start >= to || sound.start + sound.ticks <= from) return [sound];
  return sound.start >= from ? [] : [{ ...sound, ticks: from - sound.start }];
}

/** A sound in which a string has another note while that is its. */
function revoicedIn(sound: Sound, column: number, one: Revoiced, open: readonly Midi[]): readonly Sound[] {
  const { start, ticks, notes } = sound;
  const note = notes.find(({ string }) => string === one.string);
  if (sound.column !== column || !note || start >= one.to || start + ticks <= one.from) return [sound];
  const others = notes.filter((other) => other !== note);
  const rest = others.length > 0 ? [{ ...sound, notes: others }] : [];
  // Struck before: it stops there. Struck in that time: it is the other note.
  return start < one.from
    ? [...rest, { ...sound, ticks: one.from - start, notes: [note] }]
    : [
        ...rest,
        { ...sound, ticks: Math.min(ticks, one.to - start), notes: [{ ...noteOf(one, open), voice: note.voice }] },
      ];
}

const noteOf = ({ string, fret, finger }: Revoiced, open: readonly Midi[]): SoundNote => ({
  pitch: open[string]! + fret,
  string,
  fret,
  finger: finger === 0 ? null : finger,
  voice: 0,
});

/** A string sounds until it is plucked again. */
function untilPlucked(sound: Sound, all: readonly Sound[]): Sound {
  const strings = new Set(sound.notes.map(({ string }) => string));
  const stop = all.find((other) => other.start > sound.start && other.notes.some(({ string }) => strings.has(string)));
  // A whole chord is cut where it is struck again, as ever; a single note where its string is.
  if (!stop || sound.notes.length > 1) return sound;
  return { ...sound, ticks: Math.min(sound.ticks, stop.start - sound.start) };
}
