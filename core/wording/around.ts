import type { SmallChange } from '../grip/around.ts';
import { musical } from './music.ts';

const FRETS = ['', 'a fret', 'two frets'];

/** How a grip is a small change of one the player knows: `your A♭, string 4 a fret lower`. */
export function smallChangeText(symbol: string, { at, changes }: Pick<SmallChange<never>, 'at' | 'changes'>): string {
  const told = changes.map(({ string, by }) => {
    const number = at.length - string;
    if (by === null) return at[string]! < 0 ? `with string ${number}` : `without string ${number}`;
    return `string ${number} ${FRETS[Math.abs(by)]!} ${by > 0 ? 'higher' : 'lower'}`;
  });
  return `your ${musical(symbol)}, ${told.join(', ')}`;
}
