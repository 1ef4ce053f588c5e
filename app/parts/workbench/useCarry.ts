import {
  carryDecidedAt,
  carryName,
  USUAL_DENSITY,
  type CarryDecision,
  type Column,
  type Decision,
  type Decisions,
  type Lies,
  type Patch,
  type ReadSlot,
} from '../../../core/index.ts';
import { useLies } from '../../work/answers.ts';
import { solver } from '../../work/solver.ts';
import type { Solved } from '../../work/questions.ts';
import { spanTicks } from './spanTicks.ts';

interface Carried {
  readonly columns: readonly Column[];
  readonly slots: readonly ReadSlot[];
  readonly keys: readonly string[];
  readonly cells: Decisions;
  readonly from: number;
  readonly to: number;
  /** What is selected, in words. */
  readonly place: string;
  readonly edit: (patch: Patch<Decision>, label: string) => void;
  readonly solved: Solved;
  /** Whether one looks at it. */
  readonly shown: boolean;
}

/** Whether the guitar plays the tune itself: in the whole of it, or where several chords are selected in those. */
export function useCarry({ columns, slots, keys, cells, from, to, place, edit, solved, shown }: Carried) {
  const isWhole = from === to;
  const span = isWhole ? columns : columns.slice(from, to + 1);
  const name = carryName(span[0]!.at);
  const decidedAt = carryDecidedAt(slots, keys, cells);
  const standing = decidedAt(columns[from]!.slot.start);
  const lies = useLies(solved, shown);
  const where = isWhole ? 'the tune' : place;
  const set = (next: Pick<CarryDecision, 'density' | 'octave'>, words: string) => {
    // Over the whole tune nothing else stands.
    const others = isWhole ? Object.entries(cells).filter(([, { layer }]) => layer === 'carry') : [];
    edit(
      {
        ...Object.fromEntries(others.map(([other]) => [other, null])),
        [name]: { layer: 'carry', ticks: spanTicks(span), ...next },
      },
      `${words} in ${where}`,
    );
  };
  return {
    where,
    /** What stands where the selection begins. */
    standing: standing && standing.density !== null ? { density: standing.density, octave: standing.octave } : null,
    /** Octave by octave, the best first; null while it is worked out. */
    lies,
    async carry(): Promise<void> {
      const known: readonly Lies[] | null = lies ?? (await solver().lies(solved.name));
      set({ density: USUAL_DENSITY, octave: known?.[0]?.octave ?? 0 }, 'chord-melody');
    },
    accompany(): void {
      if (isWhole) edit(nothingCarried(cells), 'accompaniment in the tune');
      else set({ density: null, octave: 0 }, 'accompaniment');
    },
    change: (next: Partial<Pick<CarryDecision, 'density' | 'octave'>>, words: string) =>
      standing && set({ density: standing.density, octave: standing.octave, ...next }, words),
  };
}
export type Carries = ReturnType<typeof useCarry>;

const nothingCarried = (cells: Decisions): Patch<Decision> =>
  Object.fromEntries(Object.entries(cells).flatMap(([name, { layer }]) => (layer === 'carry' ? [[name, null]] : [])));
