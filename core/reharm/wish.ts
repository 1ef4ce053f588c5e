import type { Midi } from '../pitch/pitch.ts';
import type { ReadSlot } from '../reading/read.ts';
import type { Ticks } from '../time/meter.ts';
import { barOf, tickOf, type Cells } from './decisions.ts';

/** How an outer voice is to go on. */
export const LINE_WAYS = ['falling', 'rising', 'still', 'chromatic'] as const;
export type LineWay = (typeof LINE_WAYS)[number];

/** What a player wishes of the grips of a span, one after another or each by itself. */
export type Wish =
  | { readonly kind: 'top' | 'bass'; readonly way: LineWay }
  /** The outer voices move apart or together, never the same way. */
  | { readonly kind: 'contrary' }
  /** A pitch sounds in each. */
  | { readonly kind: 'thread'; readonly pitch: Midi }
  /** Frets from the nut or the capo; open strings lie in every area. */
  | { readonly kind: 'area'; readonly from: number; readonly to: number }
  /** No string sounds but these, by number: the highest is the first. */
  | { readonly kind: 'strings'; readonly strings: readonly number[] }
  /** So many strings sound. */
  | { readonly kind: 'notes'; readonly count: number }
  /** A family of voicings, by its name. */
  | { readonly kind: 'family'; readonly family: string }
  /** A finger rests, 1 the index to 4 the little one. */
  | { readonly kind: 'finger'; readonly finger: 1 | 2 | 3 | 4 }
  /** The last grip of the span is this one, `x-3-5-4-5-3`. */
  | { readonly kind: 'arrive'; readonly grip: string };
export type WishKind = Wish['kind'];
export const WISH_KINDS = [
  'top',
  'bass',
  'contrary',
  'thread',
  'area',
  'strings',
  'notes',
  'family',
  'finger',
  'arrive',
] as const;

/** A wish over a span of a take. */
export interface StandingWish {
  /** The name of its cell. */
  readonly at: string;
  readonly wish: Wish;
  /** Kept at nearly any price, where it can be; else weighed against the rest. */
  readonly hard: boolean;
  readonly start: Ticks;
  readonly ticks: Ticks;
}

/** The name of the cell of a wish whose span begins at another cell: one of each kind may begin there. */
export const wishKey = (at: string, kind: WishKind): string => `${at}:wish-${kind}`;

/** The wishes of a take, in the order of their spans. */
export function wishesOf(slots: readonly ReadSlot[], keys: readonly string[], cells: Cells): readonly StandingWish[] {
  return Object.entries(cells)
    .flatMap(([at, { source, ticks }]): StandingWish[] => {
      if (source.kind !== 'wish' || ticks === undefined) return [];
      const place = at.slice(0, at.lastIndexOf(':'));
      const tick = tickOf(place);
      const slot = slots.find(
        ({ entry }, i) => barOf(keys[i]!) === barOf(place) && entry.tick <= tick && tick < entry.tick + entry.ticks,
      );
      if (!slot) return [];
      return [{ at, wish: source.wish, hard: source.hard, start: slot.start + tick - slot.entry.tick, ticks }];
    })
    .sort((a, b) => a.start - b.start || (a.at < b.at ? -1 : 1));
}
