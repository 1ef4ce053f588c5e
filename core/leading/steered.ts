import { suffixOf } from '../chord/kind.ts';
import { formatFrets, fretsAt } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import type { Patch } from '../patch.ts';
import type { Column } from '../take/columns.ts';
import type { Decision } from '../take/decision.ts';
import { chordNameAt } from '../take/key.ts';
import type { ChordDecision } from '../take/layers/chord.ts';
import { decisionFor } from '../take/standing.ts';
import type { Led, LedOutcome } from './steer.ts';

/** Late voices wait for two beats at most, and early ones come one beat before: half of a chord where it is shorter. */
const LATE_BEATS = 2;
const EARLY_BEATS = 1;

/**
 * The decisions that lead the voices of one column to an outcome in the next: the old grip is pinned, the new one led to;
 * late voices make columns of their own after the change, early ones before it.
 */
export function steeredPatch(
  from: Column,
  grip: string,
  to: Column,
  { early, late, end }: LedOutcome,
  library: ShapeLibrary,
): Patch<Decision> {
  const cell = (column: Column, { chord, shape }: Led): ChordDecision => ({
    ...decisionFor(column.slot),
    colour: suffixOf(chord.kind),
    voicing: { grip: formatFrets(fretsAt(library, shape)), led: true },
  });
  const inside = ({ at, slot }: Column, ticks: number) => chordNameAt(at, slot.entry.tick + ticks);
  const { decision } = from;
  const colour = decision ? decision.colour : suffixOf(from.chord!.kind);
  // What is held so already stays as it is, led and fingered.
  const voicing = decision?.voicing?.grip === grip ? decision.voicing : { grip };
  const patch: Record<string, Decision> = { [from.at]: { ...decisionFor(from.slot), colour, voicing } };
  if (early) patch[inside(from, from.slot.entry.ticks - share(from, EARLY_BEATS))] = cell(from, early);
  const waits = share(to, LATE_BEATS);
  [...late, end].forEach((one, i) => {
    patch[i === 0 ? to.at : inside(to, Math.round((waits * i) / late.length))] = cell(to, one);
  });
  return patch;
}

/** So many beats of a column in ticks, half of it at most, in whole beats where it has two. */
function share({ slot: { entry } }: Column, beats: number): number {
  const half = entry.beats >= 2 ? Math.floor(entry.beats / 2) : entry.beats / 2;
  return Math.round(Math.min(beats, half) * (entry.ticks / entry.beats));
}
