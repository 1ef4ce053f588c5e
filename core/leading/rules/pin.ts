import { formatFrets, parseFrets, shapeAt, shapesOf } from '../../grip/grips.ts';
import type { Midi } from '../../pitch/pitch.ts';
import type { Column } from '../../take/columns.ts';
import type { Voicing } from '../../take/layers/chord.ts';
import { carryingShapes } from './carry.ts';
import type { Playing, Rule } from './rule.ts';

/**
 * A pinned grip stands, whatever else would. It is not obeyed where the hand cannot hold it or, unless voices were led
 * there, it is no grip of the chord; and never where it does not carry the melody it is to (`carried`). Where two notes
 * stand in its place (`isSmall`), one that leads there is of two notes, too.
 */
export function pinRule(
  frets: readonly number[],
  led: Voicing['led'],
  { carried = null, isSmall = false }: { readonly carried?: Midi | null; readonly isSmall?: boolean } = {},
): Rule {
  return {
    key: `pin ${formatFrets(frets)}${led ? ' led' : ''}`,
    pins: true,
    narrow(shapes, chord, library) {
      const shape = shapeAt(frets, library);
      if (shape === null) return shapes;
      const its = carried === null ? shapesOf(chord, library) : carryingShapes(chord, carried, library);
      const isLed = led && carried === null && (!isSmall || shapes.includes(shape));
      const stands = isLed || its.includes(shape) || (isSmall && shapes.includes(shape));
      return stands ? Uint32Array.of(shape) : shapes;
    },
  };
}

/** The grip that the player chose, or the one that the chord was kept with, unless it was banished since. */
export function pinRules(
  { decision, kept, carry, small }: Pick<Column, 'decision' | 'kept' | 'carry' | 'small'>,
  { banished }: Pick<Playing, 'banished'>,
): readonly Rule[] {
  const held = kept !== null && !banished.has(kept) ? { grip: kept, led: true as const } : null;
  const voicing = decision?.voicing ?? held;
  const frets = voicing && parseFrets(voicing.grip);
  return frets ? [pinRule(frets, voicing.led, { carried: carry?.pitch ?? null, isSmall: small !== null })] : [];
}
