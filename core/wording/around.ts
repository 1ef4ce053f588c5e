import { msg, t } from '../words/words.ts';
import { symbolOf, type Chord } from '../chord/chord.ts';
import type { AsChord } from '../chord/names.ts';
import type { Degree } from '../pitch/degree.ts';
import type { SmallChange } from '../grip/around.ts';
import { listed } from './hand.ts';
import { musical, symbolText } from './music.ts';

/** What sounds, as the chord it stands for: `G7, without its 3, with ♭5`. */
export function asChordText(chord: Chord, { without, with: added }: AsChord): string {
  const list = (degrees: readonly Degree[]) => listed(degrees.map(musical));
  // An altered fifth stands in for the fifth.
  const missed = without.filter(
    (degree) => degree !== '5' || !added.some((other) => other === 'b5' || other === 'b13'),
  );
  const parts = [
    symbolText(symbolOf(chord)),
    missed.length > 0 ? t('without its {list}', { list: list(missed) }) : '',
    added.length > 0 ? t('with {list}', { list: list(added) }) : '',
  ].filter(Boolean);
  return parts.length === 1 ? t('{parts}, whole', { parts: parts[0]! }) : parts.join(', ');
}

const FRETS = ['', msg('a fret'), msg('two frets')];

/** How a grip is a small change of one the player knows: `your A♭, string 4 a fret lower`. */
export function smallChangeText(symbol: string, { at, changes }: Pick<SmallChange<never>, 'at' | 'changes'>): string {
  const told = changes.map(({ string, by }) => {
    const number = at.length - string;
    if (by === null)
      return at[string]! < 0 ? t('with string {number}', { number }) : t('without string {number}', { number });
    return t('string {number} {frets} {which}', {
      number,
      frets: FRETS[Math.abs(by)]!,
      which: by > 0 ? t('higher') : t('lower'),
    });
  });
  return t('your {symbol}, {told}', { symbol: symbolText(symbol), told: told.join(', ') });
}
