import { distinct, voicePairs } from './movement.ts';

/** How a voice goes on to the next column. */
export interface Ribbon {
  readonly from: number;
  readonly to: number;
  readonly kind: 'held' | 'step' | 'leap';
  /** Whether it is the lowest voice on both sides. */
  readonly lowest: boolean;
}

/** A whole step: up to it a voice walks, beyond it leaps. */
const STEP = 2;

/** The ribbons from one grip to the next, by least movement. */
export function ribbonsBetween(a: readonly number[], b: readonly number[]): readonly Ribbon[] {
  const from = distinct(a);
  const to = distinct(b);
  return voicePairs(from, to).map(([i, j]) => {
    const moved = Math.abs(from[i]! - to[j]!);
    return {
      from: from[i]!,
      to: to[j]!,
      kind: moved === 0 ? 'held' : moved <= STEP ? 'step' : 'leap',
      lowest: i === 0 && j === 0,
    };
  });
}
