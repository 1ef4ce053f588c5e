import type { Chord } from '../chord/chord.ts';
import { familyOf } from '../chord/kind.ts';
import type { Key } from '../pitch/key.ts';
import { noteAbove, pitchClass } from '../pitch/note.ts';
import type { ReadSlot } from './read.ts';

/** A ii–V: the spans of two slots, the key it points at, and whether the music goes there. */
export interface TwoFive {
  readonly two: number;
  readonly five: number;
  readonly key: Key;
  readonly lands: boolean;
}

/** A dominant that resolves: from its slot to that of what it leads to. */
export interface Resolution {
  readonly from: number;
  readonly to: number;
  /** By a falling fifth, by a half step as a substitute does, or from a whole step below. */
  readonly by: 'fifth' | 'half-step' | 'backdoor';
}

const rootStep = (from: Chord, to: Chord) => (pitchClass(to.root) - pitchClass(from.root) + 12) % 12;
const STEPS: Readonly<Record<number, Resolution['by']>> = { 5: 'fifth', 11: 'half-step', 2: 'backdoor' };

/** The slots at which the chord changes, N.C. left out: a chord held or said again stands once. */
function changes(slots: readonly ReadSlot[]): readonly number[] {
  let last: string | null = null;
  return slots.flatMap(({ entry, symbol }, i) => {
    if (entry.chord === null || symbol === last) return [];
    last = symbol;
    return [i];
  });
}

/** The ii–V's of a chart as read, each in the key it points at: that of its target's root (common practice). */
export function twoFives(slots: readonly ReadSlot[]): readonly TwoFive[] {
  const at = changes(slots);
  return at.flatMap((two, n): TwoFive[] => {
    const five = at[n + 1];
    if (five === undefined) return [];
    const [first, second] = [slots[two]!.entry.chord!, slots[five]!.entry.chord!];
    const family = familyOf(first.kind);
    const isPair =
      (family === 'minor' || family === 'half-diminished') &&
      (familyOf(second.kind) === 'dominant' || slots[five]!.place?.function === 'dominant') &&
      second.kind.third !== 'b3' &&
      rootStep(first, second) === 5;
    if (!isPair) return [];
    const to = slots[at[n + 2] ?? -1]?.entry.chord ?? null;
    const lands = to !== null && rootStep(second, to) === 5 && familyOf(to.kind) !== 'half-diminished';
    const minor = lands ? familyOf(to.kind) === 'minor' : family === 'half-diminished';
    const tonic = lands ? to.root : noteAbove(second.root, '4P');
    return [{ two, five, key: { tonic, mode: minor ? 'minor' : 'major' }, lands }];
  });
}

/** Where dominants resolve: those that want home, to the next chord, by the step that their reading names. */
export function resolutions(slots: readonly ReadSlot[]): readonly Resolution[] {
  const at = changes(slots);
  return at.flatMap((from, n): Resolution[] => {
    const to = at[n + 1];
    const { reading, entry } = slots[from]!;
    if (to === undefined || reading?.function !== 'dominant') return [];
    const by = STEPS[rootStep(entry.chord!, slots[to]!.entry.chord!)];
    const kind = reading.outside?.kind;
    if (by === undefined || (by === 'backdoor') !== (kind === 'backdoor')) return [];
    if (by === 'half-step' && kind !== 'tritone-substitute') return [];
    return [{ from, to, by }];
  });
}
