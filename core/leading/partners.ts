import { MOST_STRINGS } from '../neck/tuning.ts';
import type { Bond } from '../reharm/moves/bond.ts';
import { pitchesIn, type States } from './states.ts';

/** How states that a bond ties together are found: by the name of those before, sought under the names of those after. */
interface Partners {
  readonly own: (states: States, i: number) => string | null;
  readonly sought: (states: States, i: number) => readonly (string | null)[];
}

/** The form of a state: its frets from the lowest one on; null where an open string holds it in its place. */
function formOf({ frets, position }: States, i: number): string | null {
  const here = frets.subarray(i * MOST_STRINGS, (i + 1) * MOST_STRINGS);
  // 0 is not played, 1 open.
  return here.includes(1) ? null : here.map((fret) => (fret === 0 ? 0 : fret - position[i]! + 1)).join();
}

/** What the pitches of a state become where one voice walks a step, up or down. */
function linesFrom(states: States, i: number): readonly string[] {
  const pitches = pitchesIn(states, i);
  return pitches.flatMap((pitch, v) =>
    [-2, -1, 1, 2].map((by) => pitches.map((other, w) => (w === v ? pitch + by : other)).join()),
  );
}

/** The bonds that few pairs keep. */
const PARTNERS: Readonly<Partial<Record<Bond, Partners>>> = {
  moved: { own: formOf, sought: (states, i) => [formOf(states, i)] },
  line: { own: (states, i) => pitchesIn(states, i).join(), sought: linesFrom },
};

/**
 * For each state of `to` those of `from` that a bond may tie it to: every pair that keeps the bond is among them. Null for a
 * bond that most pairs keep, and for none.
 */
export function partnersOf(bond: Bond | null, from: States, to: States): ((j: number) => readonly number[]) | null {
  const partners = bond && PARTNERS[bond];
  if (!partners) return null;
  const named = new Map<string, number[]>();
  for (let i = 0; i < from.size; i++) {
    const name = partners.own(from, i);
    if (name === null) continue;
    const others = named.get(name);
    if (others) others.push(i);
    else named.set(name, [i]);
  }
  return (j) => partners.sought(to, j).flatMap((name) => (name === null ? [] : (named.get(name) ?? [])));
}
