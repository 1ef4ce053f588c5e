import type { Grip } from '../../grip/grips.ts';
import type { Hand } from '../../neck/hand.ts';
import { holdingsOf, type Finger } from '../../neck/hold.ts';

/**
 * The finger that takes another fret on one string of a grip while all others stay where they are, by the model that grips
 * are made by; the same finger first, then those before it. Null: the hand cannot.
 */
export function fingerOn(
  { frets, fingers }: Pick<Grip, 'frets' | 'fingers'>,
  string: number,
  fret: number,
  hand: Hand,
): Finger | null {
  const other = frets.map((own, s) => (s === string ? fret : own));
  const ways = holdingsOf(other, hand).filter((way) =>
    way.fingers.every((finger, s) => s === string || finger === fingers[s]),
  );
  const own = fingers[string] ?? 0;
  const distance = (finger: Finger) => Math.abs(Number(finger === 'T' ? 5 : finger) - Number(own === 'T' ? 5 : own));
  const found = ways.map((way) => way.fingers[string] ?? 0).sort((a, b) => distance(a) - distance(b));
  return found[0] ?? null;
}
