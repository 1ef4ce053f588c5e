import { hasOnly, isWhole } from './fields.ts';

/** A bar's alternate changes, chosen by number from 1. */
export interface ChangesDecision {
  readonly layer: 'changes';
  readonly number: number;
}

const MOST = 99;

/** A choice of changes as it comes from outside, or null where it is none. */
export function readChangesDecision(value: Readonly<Record<string, unknown>>): ChangesDecision | null {
  const { number } = value;
  return hasOnly(value, 'layer', 'number') && isWhole(number, 1, MOST) ? { layer: 'changes', number } : null;
}
