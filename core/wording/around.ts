import { symbolOf, type Chord } from '../chord/chord.ts';
import type { AsChord } from '../chord/names.ts';
import type { Degree } from '../pitch/degree.ts';
import type { SmallChange } from '../grip/around.ts';
import { listed } from './hand.ts';
import { musical } from './music.ts';

/** What sounds, as the chord it stands for: `G7, without its 3, with ♭5`. */
export function asChordText(chord: Chord, { without, with: added }: AsChord): string {
  const list = (degrees: readonly Degree[]) => listed(degrees.map(musical));
  // An altered fifth stands in for the fifth.
  const missed = without.filter(
    (degree) => degree !== '5' || !added.some((other) => other === 'b5' || other === 'b13'),
  );
  const parts = [
    musical(symbolOf(chord)),
    missed.length > 0 ? `without its ${list(missed)}` : '',
    added.length > 0 ? `with ${list(added)}` : '',
  ].filter(Boolean);
  return parts.length === 1 ? `${parts[0]!}, whole` : parts.join(', ');
}

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
