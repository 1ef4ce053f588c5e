import { msg, t, type Msg } from '../words/words.ts';
import { symbolOf } from '../chord/chord.ts';
import type { Serving } from '../chord/serving.ts';
import type { LedOutcome, Serves } from '../leading/steer.ts';
import type { Degree } from '../pitch/degree.ts';
import { listed, semitonesText } from './hand.ts';
import { musical, symbolText } from './music.ts';

const TONES: Partial<Record<Degree, Msg>> = {
  '1': msg('root'),
  '2': msg('second'),
  b3: msg('third'),
  '3': msg('third'),
  '4': msg('fourth'),
  '5': msg('fifth'),
  '6': msg('sixth'),
  b7: msg('seventh'),
  '7': msg('seventh'),
};

/** A tone of a chord as one says it: `third`, `♭9`. */
export const toneWord = (degree: Degree): string => (TONES[degree] ? t(TONES[degree]) : musical(degree));

/** What sounds, as the chord it serves: `G7♭5 without its third`, `G7 with ♭6`. */
export function servingText({ chord, without, with: added }: Serving): string {
  const missed = without.map(toneWord);
  return [
    symbolText(symbolOf(chord)),
    ...(missed.length > 0 ? [t('without its {missed}', { missed: listed(missed) })] : []),
    ...(added.length > 0 ? [t('with {added}', { added: listed(added.map(musical)) })] : []),
  ].join(' ');
}

/** What each group of outcomes is. */
export const SERVES_HEADINGS: Readonly<Record<Serves, Msg>> = {
  stands: msg('The chord that stands there'),
  colour: msg('Another colour of it'),
  lacking: msg('Something of it is missing'),
  foreign: msg('With a note that is not of it'),
};

/** How steered voices get there: `first Dm11, then G9sus4 · 3 semitones`. */
export function wayText({ early, late, movement }: LedOutcome): string {
  const before = [...(early ? [early] : []), ...late].map(servingText);
  return [
    ...(before.length > 0 ? [t('first {before}', { before: before.join(', then ') })] : []),
    semitonesText(movement),
  ].join(' · ');
}
