import { MOST_STRINGS } from '../neck/tuning.ts';
import { remembered } from '../remember.ts';
import type { Bond } from '../reharm/moves/bond.ts';
import type { States } from './states.ts';

/**
 * How states that a bond ties together are found: by the names of those before, sought under the names of those after; both
 * worked out once for all states of a column. A name is a number; −1: none.
 */
interface Partners {
  readonly named: (states: States) => ReadonlyMap<number, readonly number[]>;
  readonly sought: (states: States, i: number) => readonly number[];
}

/** The form of each state: its frets from the lowest one on; none where an open string holds it in its place. */
const formsOf = remembered(({ size, frets, position }: States): Float64Array => {
  const forms = new Float64Array(size);
  for (let i = 0; i < size; i++) {
    for (let s = i * MOST_STRINGS; s < (i + 1) * MOST_STRINGS && forms[i]! >= 0; s++) {
      // 0 is not played, 1 open.
      if (frets[s] === 1) forms[i] = -1;
      else forms[i] = forms[i]! * 32 + (frets[s] === 0 ? 0 : frets[s]! - position[i]! + 1);
    }
  }
  return forms;
});

/** The pitches of a state as one number; with another pitch for the one of a voice. */
function soundOf({ pitches, voices }: States, i: number, voice = -1, pitch = 0): number {
  let sound = 0;
  for (let v = 0; v < voices[i]!; v++) sound = sound * 128 + (v === voice ? pitch : pitches[i * MOST_STRINGS + v]!);
  return sound;
}

/** What the pitches of a state become where one voice walks a step, up or down. */
const linesFrom = (states: States, i: number): readonly number[] =>
  Array.from({ length: states.voices[i]! }, (_, v) =>
    [-2, -1, 1, 2].map((by) => soundOf(states, i, v, states.pitches[i * MOST_STRINGS + v]! + by)),
  ).flat();

/** States by their names. */
function byName(names: ArrayLike<number>): ReadonlyMap<number, readonly number[]> {
  const named = new Map<number, number[]>();
  for (let i = 0; i < names.length; i++) {
    if (names[i]! < 0) continue;
    const others = named.get(names[i]!);
    if (others) others.push(i);
    else named.set(names[i]!, [i]);
  }
  return named;
}

/** States by the pitch of one voice, and the same pitch sought: what is held. */
function heldBy(pitchOf: (states: States, i: number) => number): Partners {
  const named = (states: States) => byName(Float64Array.from({ length: states.size }, (_, i) => pitchOf(states, i)));
  return { named: remembered(named), sought: (states, i) => [pitchOf(states, i)] };
}

/** The bonds that few pairs keep. */
const PARTNERS: Readonly<Partial<Record<Bond, Partners>>> = {
  moved: {
    named: remembered((states) => byName(formsOf(states))),
    sought: (states, i) => [formsOf(states)[i]!],
  },
  line: {
    named: remembered((states) => byName(Float64Array.from({ length: states.size }, (_, i) => soundOf(states, i)))),
    sought: linesFrom,
  },
  'top-held': heldBy(({ pitches, voices }, i) => pitches[i * MOST_STRINGS + voices[i]! - 1]!),
  'low-held': heldBy(({ pitches }, i) => pitches[i * MOST_STRINGS]!),
};

const NOBODY: readonly number[] = [];

/**
 * For each state of `to` those of `from` that a bond may tie it to: every pair that keeps the bond is among them. Null for a
 * bond that most pairs keep, and for none.
 */
export function partnersOf(bond: Bond | null, from: States, to: States): ((j: number) => readonly number[]) | null {
  const partners = bond && PARTNERS[bond];
  if (!partners) return null;
  const named = partners.named(from);
  return (j) => {
    const names = partners.sought(to, j);
    return names.length === 1 ? (named.get(names[0]!) ?? NOBODY) : names.flatMap((name) => named.get(name) ?? NOBODY);
  };
}
