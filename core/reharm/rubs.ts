import { symbolOf, type Chord } from '../chord/chord.ts';
import { soundsIn, type WeighedNote } from '../melody/weigh.ts';
import { pitchClassOf, type PitchClass } from '../pitch/pitch.ts';
import type { ReadSlot } from '../reading/read.ts';
import { remembered } from '../remember.ts';
import type { ColourContext } from './grates.ts';
import { noteOver, type Verdict } from './over-melody.ts';

/** A note of the melody that clashes with a chord, and does not just pass. */
export interface Rub {
  readonly note: WeighedNote;
  readonly verdict: Verdict;
}

/** The notes of the melody that are held against what stands in a stretch of the slots. */
export function sungIn(slots: readonly ReadSlot[], stretch: Parameters<typeof soundsIn>[1]): readonly WeighedNote[] {
  const end = stretch.start + stretch.ticks;
  const under = slots.filter(
    ({ start, entry, sung }) => sung.length > 0 && start < end && start + entry.ticks > stretch.start,
  );
  return [...new Set(under.flatMap(({ sung }) => sung))].filter((note) => soundsIn(note, stretch));
}

/** What of a melody clashes with a chord in its place, the weightiest first. */
export function rubsOf(chord: Chord, context: ColourContext, sung: readonly WeighedNote[]): readonly Rub[] {
  return sung
    .flatMap((note): Rub[] => {
      if (note.passes) return [];
      const verdict = verdictOver(chord, pitchClassOf(note.pitch), context);
      return verdict.verdict === 'clash' ? [{ note, verdict }] : [];
    })
    .sort((a, b) => b.note.weight - a.note.weight || a.note.start - b.note.start);
}

/** How much clashes in all. */
export const rubWeight = (rubs: readonly Rub[]): number => rubs.reduce((sum, { note }) => sum + note.weight, 0);

/** The same chord is held against the same note again and again while ways are compared. */
function verdictOver(chord: Chord, pc: PitchClass, context: ColourContext): Verdict {
  const known = knownIn(context);
  const name = `${symbolOf(chord)} ${pc}`;
  const found = known.get(name) ?? noteOver(chord, pc, context);
  known.set(name, found);
  return found;
}
const knownIn = remembered((_: ColourContext) => new Map<string, Verdict>());
