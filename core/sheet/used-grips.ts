import { formatFingers } from '../leading/fingered.ts';
import type { Grip } from '../grip/grips.ts';
import type { Chord } from '../chord/chord.ts';
import type { Sheet } from './sheet.ts';

/** A grip of a tune, and the bars of its sheet that begin it. */
export interface UsedGrip {
  readonly symbol: string;
  readonly chord: Chord | null;
  readonly grip: Grip;
  readonly bars: readonly number[];
}

/** Every grip of a sheet once, as it first comes. */
export function usedGrips({ bars }: Pick<Sheet, 'bars'>): readonly UsedGrip[] {
  const used = new Map<string, UsedGrip>();
  for (const { bar, grips } of bars)
    for (const { symbol, chord, grip } of grips) {
      if (!grip) continue;
      const name = `${symbol} ${grip.grip} ${formatFingers(grip.fingers)}`;
      const known = used.get(name) ?? { symbol, chord, grip, bars: [] };
      const isNew = known.bars.at(-1) !== bar.number;
      used.set(name, { ...known, bars: isNew ? [...known.bars, bar.number] : known.bars });
    }
  return [...used.values()];
}
