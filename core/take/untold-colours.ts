import { symbolOf, type Chord } from '../chord/chord.ts';
import { tonesOf } from '../chord/kind.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import type { ReadSlot } from '../reading/read.ts';
import type { Manner } from '../manner.ts';
import { colourKinds, steadyColours } from '../reharm/colours.ts';
import type { ColourContext } from '../reharm/grates.ts';
import { inManner } from '../reharm/manner-colours.ts';
import { rubsOf, rubWeight, sungIn } from '../reharm/rubs.ts';
import { remembered } from '../remember.ts';
import { colourContext } from './colour-context.ts';

/**
 * The chords of a plain chart in the colours that nobody chose, slot by slot, each as one comps there; null is N.C. They are
 * taken so that each change is heard (common practice): of two chords with the same notes (I6 and vi7) the second takes
 * another colour, and a chord that lasts takes its second colour every other bar. The last chord, where it lasts, is at rest.
 */
export function untoldColours(
  slots: readonly ReadSlot[],
  manners: readonly (Manner | null)[],
): readonly (Chord | null)[] {
  const known = knownOf(slots);
  const name = manners.join();
  const found = known.get(name) ?? colouredIn(slots, manners);
  known.set(name, found);
  return found;
}
const knownOf = remembered((_: readonly ReadSlot[]) => new Map<string, readonly (Chord | null)[]>());

function colouredIn(slots: readonly ReadSlot[], manners: readonly (Manner | null)[]): readonly (Chord | null)[] {
  const rests = restsFrom(slots);
  const chords: (Chord | null)[] = [];
  slots.forEach((slot, i) => {
    const own = slot.entry.chord;
    const context = own && colourContext(slots, i);
    const steady = context ? steadyIn(manners[i] ?? null, own, context) : [];
    const before = chords.findLastIndex((chord) => chord !== null);
    const lasts = before >= 0 && slots[before]!.symbol === slot.symbol;
    const turn = lasts && i < rests ? (slot.bar - slot.since) % Math.min(2, steady.length) : 0;
    const wanted = [...steady.slice(turn), ...steady.slice(0, turn)];
    const heard = before < 0 || lasts ? null : notesOf(chords[before]!);
    const fit = context && own ? underMelody(wanted, own, context, slot) : wanted;
    chords.push(fit.find((chord) => notesOf(chord) !== heard) ?? fit[0] ?? null);
  });
  return chords;
}

const steadyIn = (manner: Manner | null, own: Chord, context: ColourContext) =>
  inManner(
    manner,
    own,
    steadyColours(own, context).map(({ chord }) => chord),
    context,
  );

/**
 * Of colours those that clash with no note of the melody; where each of them does, any usual colour that does not; else those that
 * clash least. What the chart has named stands.
 */
function underMelody(wanted: readonly Chord[], own: Chord, context: ColourContext, slot: ReadSlot): readonly Chord[] {
  const asWritten = wanted.length === 1 && symbolOf(wanted[0]!) === symbolOf(own);
  if (slot.sung.length === 0 || asWritten) return wanted;
  const sung = sungIn([slot], { start: slot.start, ticks: slot.entry.ticks, meter: slot.meter });
  const weigh = (chord: Chord) => rubWeight(rubsOf(chord, context, sung));
  const agree = wanted.filter((chord) => weigh(chord) === 0);
  if (agree.length > 0) return agree;
  const others = colourKinds(own, context).flatMap(([group, kind]) => (group === 'usual' ? [{ ...own, kind }] : []));
  const other = others.find((chord) => weigh(chord) === 0);
  if (other) return [other];
  const least = Math.min(...wanted.map(weigh));
  return wanted.filter((chord) => weigh(chord) === least);
}

/** Where the chord begins that stands at the end. */
function restsFrom(slots: readonly ReadSlot[]): number {
  const last = slots.findLast(({ entry }) => entry.chord !== null);
  return slots.findLastIndex(({ symbol, entry }) => entry.chord !== null && symbol !== last?.symbol) + 1;
}

/** The notes of a chord, whatever it is called. */
const notesOf = ({ root, kind }: Chord): string =>
  [...new Set(tonesOf(kind).map((degree) => degreePitchClass(root, degree)))].sort((a, b) => a - b).join(' ');
