/* How a passage of ours is written down: a row with what differs from what is usual. */
import type { Meter } from '../../../time/meter.ts';
import type { SmallTexture } from '../../../texture.ts';
import type { Stray } from '../../moves/groups.ts';
import type { Claim } from '../claims.ts';
import type { Passage, PassageUse } from '../passage.ts';

/** A passage that comes with the program. */
export interface ShippedMove extends Passage {
  readonly id: string;
  readonly name: string;
  readonly use: PassageUse;
  readonly stray: Stray;
  readonly mood: string;
  /** One sentence. */
  readonly reason: string;
  /** What the sentence says, counted. */
  readonly claims: readonly Claim[];
  /** How its grips lie, where that makes it what it is. */
  readonly grips?: {
    /** A family of voicings, by its name (grip/labels.ts). */
    readonly family?: string;
    readonly texture?: SmallTexture;
    /** The outer voice that rises all the way. */
    readonly rises?: 'top' | 'bass';
    /** Frets from the nut. */
    readonly area?: readonly [number, number];
  };
}

export const FOUR_FOUR: Meter = { count: 4, unit: 4 };
export const THREE_FOUR: Meter = { count: 3, unit: 4 };
export const SIX_EIGHT: Meter = { count: 6, unit: 8 };

type Usual = 'mode' | 'meter' | 'over' | 'before' | 'next' | 'stray' | 'use';
export type Row = Omit<ShippedMove, Usual> & Partial<Pick<ShippedMove, Usual>>;

/** Rows with what is usual for them. */
export const rows = (
  usual: Pick<ShippedMove, 'use' | 'over'> & Partial<ShippedMove>,
  all: readonly Row[],
): readonly ShippedMove[] =>
  all.map((row) => ({ mode: 'major', meter: FOUR_FOUR, before: null, next: null, stray: 1, ...usual, ...row }));

/** What stands under an introduction, a turnaround or a bass that walks: home, on the way, or both. */
export const HOME_AND_ROUND: readonly string[] = ['T', 'T D', 'T S D', 'T S', 'T S T', 'T S T S D', 'T S T D'];
/** What comes home. */
export const COMES_HOME: readonly string[] = ['S D T', 'D T', 'S T'];
