import type { Chord } from '../chord/chord.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import type { Manner } from '../manner.ts';
import { unitsOf } from './manners.ts';
import { statesOf } from './states.ts';

/** How a chord is played that stands alone: closed, over its root, or as an open form. */
const ALONE: readonly Manner[] = ['rooted', 'ringing'];

/**
 * The grips of a chord in the order in which a player would try them where no tune is around: by what a grip costs by itself
 * in the manner that it suits best. Shape numbers; of equally cheap grips the easier first.
 */
export function firstTried(chord: Chord, library: ShapeLibrary): Uint32Array {
  const least = new Map<number, number>();
  for (const manner of ALONE) {
    const { shape, own } = statesOf(chord, library, unitsOf(manner));
    shape.forEach((one, i) => least.set(one, Math.min(own[i]!, least.get(one) ?? Infinity)));
  }
  return Uint32Array.from(least.keys()).sort((a, b) => least.get(a)! - least.get(b)! || a - b);
}
