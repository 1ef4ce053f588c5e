import type { Chord } from '../chord/chord.ts';
import type { Chart } from '../chart/chart.ts';
import { playedBars, type PlayedBar } from '../chart/played.ts';
import type { SungNote } from '../melody/melody.ts';
import { phrasesOf } from '../melody/phrases.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import type { ReadSlot } from '../reading/read.ts';
import { colourKinds } from '../reharm/colours.ts';
import type { ColourContext } from '../reharm/grates.ts';
import { noteOver, type Verdict } from '../reharm/over-melody.ts';
import { beatsPerBar, ticksPerBeat, type Meter, type Ticks } from '../time/meter.ts';
import { colourContext } from './colour-context.ts';

/** A chord and when it stands, with what is open to it there: a slot of the chart, or a column of a take. */
export interface Standing {
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly meter: Meter;
  /** Null: none. */
  readonly chord: Chord | null;
  readonly context: ColourContext;
}

/** The chords of a chart. */
export const standingIn = (slots: readonly ReadSlot[]): readonly Standing[] =>
  slots.map(({ start, meter, entry: { ticks, chord } }, i) => ({
    start,
    ticks,
    meter,
    chord,
    context: colourContext(slots, i),
  }));

/** What a note of the melody is in the tune. */
export interface CheckedNote {
  readonly note: SungNote;
  /** Which it is held against: of several it sounds over, where it agrees least; and the chord there, null for none. */
  readonly at: number;
  readonly chord: Chord | null;
  /** Null where no chord sounds. */
  readonly verdict: Verdict | null;
  /** Whether it rubs, but in passing, which is forgiven. */
  readonly inPassing: boolean;
  /** How much it matters whether it agrees, 0 to 3. */
  readonly weight: number;
}

/** No note weighs more for being longer than so many beats; on a strong beat it weighs half as much again, left by step half. */
const MOST_BEATS = 2;
const ON_STRONG = 3 / 2;
const BY_STEP = 1 / 2;
/** A step, in semitones. */
const STEP = 2;
/** A note that begins at most so much of a beat before a chord, and goes on under it, is that chord's: it is pushed. */
const PUSHED = 1 / 2;

/**
 * What each note of a melody is over the chords of a tune. A short note off the strong beats
 * that goes on by a step is forgiven: half a beat, or a beat where it comes by a step too (common practice: passing notes,
 * neighbours).
 */
export function checkMelody(
  standing: readonly Standing[],
  bars: readonly PlayedBar[],
  notes: readonly SungNote[],
): readonly CheckedNote[] {
  return notes.flatMap((note, i): CheckedNote[] => {
    const bar = bars.find(({ number }) => number === note.bar);
    const under = standingUnder(standing, note);
    if (!bar || under.length === 0) return [];
    const over = under.map((at) => {
      const { chord, context } = standing[at]!;
      return { at, chord, verdict: chord && noteOver(chord, pitchClassOf(note.pitch), context) };
    });
    const worst = over.reduce((bad, one) => (rankOf(one.verdict) > rankOf(bad.verdict) ? one : bad));
    const beat = ticksPerBeat(bar.meter);
    const strong = isStrong(note, bar);
    const [comes, goes] = [joinsByStep(notes[i - 1], note), joinsByStep(note, notes[i + 1])];
    const short = note.ticks <= beat / 2 || (note.ticks <= beat && comes);
    const inPassing = worst.verdict?.verdict === 'clash' && short && !strong && goes;
    const weight =
      Math.min(MOST_BEATS, note.ticks / beat) * (strong ? ON_STRONG : 1) * (goes ? BY_STEP : 1) * (inPassing ? 0 : 1);
    return [{ note, ...worst, inPassing, weight: Math.round(weight * 100) / 100 }];
  });
}

const rankOf = (verdict: Verdict | null) => (verdict ? ['tone', 'tension', 'clash'].indexOf(verdict.verdict) : -1);

/** The first beat of a bar, and the middle one of a bar of an even number. */
function isStrong({ tick }: SungNote, { meter, ticks }: PlayedBar): boolean {
  const beats = beatsPerBar(meter);
  const whole = ticksPerBeat(meter) * beats;
  const at = tick + whole - ticks;
  return at % whole === 0 || (beats % 2 === 0 && at === whole / 2);
}

const joinsByStep = (one: SungNote | undefined, next: SungNote | undefined): boolean =>
  one !== undefined &&
  next !== undefined &&
  one.start + one.ticks === next.start &&
  one.pitch !== next.pitch &&
  Math.abs(one.pitch - next.pitch) <= STEP;

/** What a note sounds over, without a chord that it only touches before the next. */
function standingUnder(standing: readonly Standing[], { start, ticks }: SungNote): readonly number[] {
  const shared = (one: Standing): Ticks => Math.min(start + ticks, one.start + one.ticks) - Math.max(start, one.start);
  const under = standing.flatMap((one, i) => (shared(one) > 0 ? [i] : []));
  const [first, second] = under;
  if (first === undefined || second === undefined) return under;
  const before = shared(standing[first]!);
  const pushed = before <= PUSHED * ticksPerBeat(standing[first]!.meter) && shared(standing[second]!) >= before;
  return pushed ? under.slice(1) : under;
}

/** What can be done about a clash: another colour of the chord (one that has the note as a tone first), or a note beside it. */
export type Remedy =
  | { readonly kind: 'colour'; readonly chord: Chord; readonly takesIn: boolean }
  | { readonly kind: 'pitch'; readonly pitch: Midi };

/** So many colours are offered. */
const MOST_COLOURS = 3;
/** A melody is changed by a whole step at most. */
const NEAREST: readonly number[] = [-1, 1, -2, 2];

/** What mends a clash, best first, without making another under the same chord; `checked`: all of the melody. */
export function remediesFor(
  standing: readonly Standing[],
  checked: readonly CheckedNote[],
  one: CheckedNote,
): readonly Remedy[] {
  const { chord, at, note } = one;
  if (!chord || one.verdict?.verdict !== 'clash' || one.inPassing) return [];
  const { context } = standing[at]!;
  const here = checked.filter((other) => other.at === at && !other.inPassing);
  const agree = (with_: Chord, pitches: readonly Midi[]) =>
    pitches.every((pitch) => noteOver(with_, pitchClassOf(pitch), context).verdict !== 'clash');
  const kept = here.filter(({ verdict }) => verdict?.verdict !== 'clash').map((other) => other.note.pitch);
  const colours = colourKinds(chord, context)
    .filter(([group]) => group !== 'chart')
    .map(([, kind]) => ({ ...chord, kind }))
    .filter((other) => agree(other, [...kept, note.pitch]))
    .map((other) => ({
      kind: 'colour' as const,
      chord: other,
      takesIn: noteOver(other, pitchClassOf(note.pitch), context).verdict === 'tone',
    }));
  const beside = NEAREST.map((by) => note.pitch + by).find((pitch) => agree(chord, [pitch]));
  return [
    ...[...colours].sort((a, b) => Number(b.takesIn) - Number(a.takesIn)).slice(0, MOST_COLOURS),
    ...(beside === undefined ? [] : [{ kind: 'pitch' as const, pitch: beside }]),
  ];
}

/** The phrases of a melody as the contract's JSON: from its first note to where its last begins, and the chord under that. */
export function phrasesAsData(chart: Chart, slots: readonly ReadSlot[], notes: readonly SungNote[]) {
  const bars = playedBars(chart);
  const standing = standingIn(slots);
  const placeOf = ({ bar, tick }: SungNote) => {
    const { meter } = bars.find(({ number }) => number === bar)!;
    return { bar, beat: tick / ticksPerBeat(meter) + 1 };
  };
  return phrasesOf(bars, notes).map(({ from, to }) => {
    const [first, last] = [placeOf(notes[from]!), placeOf(notes[to]!)];
    const slot = standingUnder(standing, notes[to]!).at(-1);
    return {
      fromBar: first.bar,
      fromBeat: first.beat,
      toBar: last.bar,
      toBeat: last.beat,
      chord: slot === undefined ? 'N.C.' : slots[slot]!.symbol,
    };
  });
}
