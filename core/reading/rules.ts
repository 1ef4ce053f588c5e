import {
  backdoor,
  deceptive,
  deceptiveSecondary,
  delayedSubstitute,
  foreignDominant,
  foreignPattern,
  foreignSubstitute,
  interruptedDominant,
  landing,
  landingOfFive,
  nonResolving,
  relatedIi,
  replacedTarget,
  secondaryDominant,
  substituteThatMisses,
  suspendedFirst,
  suspendedOver,
  tritoneSubstitute,
} from './dominants.ts';
import { commonToneDiminished, fallingDiminished, leadingToneDiminished, passingDiminished } from './diminished.ts';
import { blues, borrowed, chromaticMediant, modal, picardy, tonicSeventh } from './lent.ts';
import { bassSlip, chromaticApproach, dominantApproach, line, pedal, planing, wholePedal } from './motion.ts';
import { because, type OutsideKind, type Reason, type Rule } from './reason.ts';
import type { View } from './view.ts';

/**
 * The rules in order of preference: the form, then patterns of several chords, then single chords. The first
 * that applies is the reading; others that apply too are further good readings. All are common practice.
 */
export const RULES: readonly Rule[] = [
  blues,
  picardy,
  modal,
  wholePedal,
  deceptive,
  backdoor,
  replacedTarget,
  tritoneSubstitute,
  foreignPattern,
  interruptedDominant,
  delayedSubstitute,
  secondaryDominant,
  foreignDominant,
  foreignSubstitute,
  deceptiveSecondary,
  suspendedFirst,
  suspendedOver,
  relatedIi,
  landing,
  line,
  bassSlip,
  pedal,
  planing,
  dominantApproach,
  passingDiminished,
  commonToneDiminished,
  leadingToneDiminished,
  fallingDiminished,
  borrowed,
  landingOfFive,
  nonResolving,
  tonicSeventh,
  chromaticMediant,
  chromaticApproach,
  substituteThatMisses,
];

/** Rules that speak even of a chord whose root and third the key holds: something else about it is foreign. */
const DESPITE_PLACE: readonly Rule[] = [suspendedFirst, wholePedal, suspendedOver, bassSlip];

/** Rules whose reading is worth saying of a chord that has a good reading already. */
const SECOND: readonly Rule[] = [delayedSubstitute, secondaryDominant, relatedIi, leadingToneDiminished, pedal];

/** Readings that say where a chord stands, beside which it is worth saying where it is from. */
const SAYS_WHERE: readonly OutsideKind[] = ['deceptive', 'landing', 'modal', 'pedal'];

/** The reason for a chord from outside; null for one of the key. */
export function reasonFor(view: View): Reason | null {
  const inside = view.here.place !== null;
  for (const rule of inside ? DESPITE_PLACE : RULES) {
    const found = rule(view);
    if (found) return found;
  }
  return inside ? null : because('unexplained', null);
}

/** Further good readings of a chord, whether it is inside the key or out. */
export function furtherReasons(view: View, first: Reason | null): readonly Reason[] {
  const where = first !== null && SAYS_WHERE.includes(first.outside.kind);
  const more = [...SECOND, ...(first ? [line] : []), ...(where ? [borrowed] : [])];
  return more.flatMap((rule) => rule(view) ?? []).filter(({ outside }) => outside.kind !== first?.outside.kind);
}
