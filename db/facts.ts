import { z } from 'zod';
import { symbolOf, type Chart } from '../core/index.ts';
import { readDocument } from './documents.ts';

/** What the shelf says of a tune, kept with it: reading two thousand charts takes seconds. */
export type ShelfFacts = Pick<Chart, 'key' | 'meter' | 'tempo' | 'feel'> & {
  /** Bars as written, without a pickup. */
  readonly bars: number;
  /** The symbols it begins with. */
  readonly opening: readonly string[];
};

const OPENING_CHORDS = 5;

/** The facts of a chart that reads. */
export function factsOf({ key, meter, tempo, feel, bars }: Chart): ShelfFacts {
  const symbols = bars
    .flatMap(({ entries }) => entries)
    .flatMap(({ chord }) => (chord ? [symbolOf(chord)] : []))
    .filter((symbol, i, all) => symbol !== all[i - 1]);
  return {
    key,
    meter,
    tempo,
    feel,
    bars: bars.filter(({ number }) => number > 0).length,
    opening: symbols.slice(0, OPENING_CHORDS),
  };
}

const kept = z.custom<ShelfFacts>((value) => typeof value === 'object' && value !== null && 'opening' in value);
/** The facts as kept; null for a chart that was never finished. */
export const readFacts = (text: string | null): ShelfFacts | null => (text === null ? null : readDocument(kept, text));
