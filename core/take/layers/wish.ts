import { FAMILIES, type GripFamily } from '../../grip/labels.ts';
import { formatFrets, parseFrets } from '../../grip/grips.ts';
import type { Midi } from '../../pitch/pitch.ts';
import type { Ticks } from '../../time/meter.ts';
import { hasOnly, isOf, isSpan, isWhole, recordOf } from './fields.ts';

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
  | { readonly kind: 'family'; readonly family: GripFamily }
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

/** A wish over a span: one of each kind may begin at a place. */
export interface WishDecision {
  readonly layer: 'wish';
  readonly ticks: Ticks;
  readonly wish: Wish;
  /** Kept at nearly any price, where it can be; else weighed against the rest. */
  readonly hard: boolean;
}

/** A wish as it comes from outside, or null where it is none. */
export function readWish(value: unknown): Wish | null {
  const { kind, way, pitch, from, to, strings, count, family, finger, grip } = recordOf(value) ?? {};
  if (!isOf(WISH_KINDS, kind)) return null;
  switch (kind) {
    case 'top':
    case 'bass':
      return isOf(LINE_WAYS, way) ? { kind, way } : null;
    case 'contrary':
      return { kind };
    case 'thread':
      return isWhole(pitch, 0, 127) ? { kind, pitch } : null;
    case 'area':
      return isWhole(from, 0, 36) && isWhole(to, from, 36) ? { kind, from, to } : null;
    case 'strings':
      return Array.isArray(strings) && strings.length > 0 && strings.every((string) => isWhole(string, 1, 7))
        ? { kind, strings: strings as number[] }
        : null;
    case 'notes':
      return isWhole(count, 1, 7) ? { kind, count } : null;
    case 'finger':
      return isWhole(finger, 1, 4) ? { kind, finger: finger as 1 | 2 | 3 | 4 } : null;
    case 'arrive': {
      const frets = typeof grip === 'string' ? parseFrets(grip) : null;
      return frets && { kind, grip: formatFrets(frets) };
    }
    case 'family':
      return isOf(FAMILIES, family) ? { kind, family } : null;
  }
}

/** A wish over a span as it comes from outside, or null where it is none. */
export function readWishDecision(value: Readonly<Record<string, unknown>>): WishDecision | null {
  const { ticks, wish, hard } = value;
  if (!hasOnly(value, 'layer', 'ticks', 'wish', 'hard') || !isSpan(ticks) || typeof hard !== 'boolean') return null;
  const read = readWish(wish);
  return read && { layer: 'wish', ticks, wish: read, hard };
}
