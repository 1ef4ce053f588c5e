import type { Chord } from '../chord/chord.ts';
import type { Chart } from '../chart/chart.ts';
import { playedBars, type PlayedBar } from '../chart/played.ts';
import type { SungNote } from '../melody/melody.ts';
import { phrasesOf } from '../melody/phrases.ts';
import { soundsIn, weighNotes } from '../melody/weigh.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import type { ReadSlot } from '../reading/read.ts';
import { colourKinds } from '../reharm/colours.ts';
import type { ColourContext } from '../reharm/grates.ts';
import type { Proposal } from '../reharm/moves/propose.ts';
import { noteOver, type Verdict } from '../reharm/over-melody.ts';
import { ticksPerBeat, type Meter, type Ticks } from '../time/meter.ts';
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

/**
 * What each note of a melody is over the chords of a tune; one that passes (weigh.ts) is forgiven.
 */
export function checkMelody(
  standing: readonly Standing[],
  bars: readonly PlayedBar[],
  notes: readonly SungNote[],
): readonly CheckedNote[] {
  const standingUnder = underInTurn(standing);
  return weighNotes(bars, notes).flatMap(({ weight, passes, ...note }): CheckedNote[] => {
    const under = standingUnder(note);
    if (under.length === 0) return [];
    const over = under.map((at) => {
      const { chord, context } = standing[at]!;
      return { at, chord, verdict: chord && noteOver(chord, pitchClassOf(note.pitch), context) };
    });
    const worst = over.reduce((bad, one) => (rankOf(one.verdict) > rankOf(bad.verdict) ? one : bad));
    const inPassing = worst.verdict?.verdict === 'clash' && passes;
    return [{ note, ...worst, inPassing, weight: inPassing ? 0 : weight }];
  });
}

const rankOf = (verdict: Verdict | null) => (verdict ? ['tone', 'tension', 'clash'].indexOf(verdict.verdict) : -1);

/** What notes sound over, asked for in order of time; without a chord that one only touches before the next. */
function underInTurn(standing: readonly Standing[]): (note: SungNote) => readonly number[] {
  let first = 0;
  return (note) => {
    const isOver = ({ start, ticks }: Standing) => start + ticks <= note.start;
    while (first < standing.length && isOver(standing[first]!)) first++;
    const under: number[] = [];
    for (let i = first; i < standing.length && standing[i]!.start < note.start + note.ticks; i++)
      if (soundsIn(note, standing[i]!)) under.push(i);
    return under;
  };
}

/** What can be done about a clash where it is: another colour of the chord (one that has the note as a tone first), or a note beside it. */
export type NearRemedy =
  | { readonly kind: 'colour'; readonly chord: Chord; readonly takesIn: boolean }
  | { readonly kind: 'pitch'; readonly pitch: Midi };
/** That, or other chords in the place of the one (mending-moves.ts). */
export type Remedy = NearRemedy | { readonly kind: 'move'; readonly proposal: Proposal };

/** So many colours are offered. */
const MOST_COLOURS = 3;
/** A melody is changed by a whole step at most. */
const NEAREST: readonly number[] = [-1, 1, -2, 2];

/** What mends a clash, best first, without making another under the same chord; `checked`: all of the melody. */
export function remediesFor(
  standing: readonly Standing[],
  checked: readonly CheckedNote[],
  one: CheckedNote,
): readonly NearRemedy[] {
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
  const standingUnder = underInTurn(standing);
  return phrasesOf(bars, notes).map(({ from, to }) => {
    const [first, last] = [placeOf(notes[from]!), placeOf(notes[to]!)];
    const slot = standingUnder(notes[to]!).at(-1);
    return {
      fromBar: first.bar,
      fromBeat: first.beat,
      toBar: last.bar,
      toBeat: last.beat,
      chord: slot === undefined ? 'N.C.' : slots[slot]!.symbol,
    };
  });
}
