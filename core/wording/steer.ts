import { symbolOf } from '../chord/chord.ts';
import type { Serving } from '../chord/serving.ts';
import type { LedOutcome, Serves } from '../leading/steer.ts';
import type { Degree } from '../pitch/degree.ts';
import { listed, semitonesText } from './hand.ts';
import { musical } from './music.ts';

const TONES: Partial<Record<Degree, string>> = {
  '1': 'root',
  '2': 'second',
  b3: 'third',
  '3': 'third',
  '4': 'fourth',
  '5': 'fifth',
  '6': 'sixth',
  b7: 'seventh',
  '7': 'seventh',
};

/** A tone of a chord as one says it: `third`, `♭9`. */
export const toneWord = (degree: Degree): string => TONES[degree] ?? musical(degree);

/** What sounds, as the chord it serves: `G7♭5 without its third`, `G7 with ♭6`. */
export function servingText({ chord, without, with: added }: Serving): string {
  const missed = without.map(toneWord);
  return [
    musical(symbolOf(chord)),
    ...(missed.length > 0 ? [`without its ${listed(missed)}`] : []),
    ...(added.length > 0 ? [`with ${listed(added.map(musical))}`] : []),
  ].join(' ');
}

/** What each group of outcomes is. */
export const SERVES_HEADINGS: Readonly<Record<Serves, string>> = {
  stands: 'The chord that stands there',
  colour: 'Another colour of it',
  lacking: 'Something of it is missing',
  foreign: 'With a note that is not of it',
};

/** How steered voices get there: `first Dm11, then G9sus4 · 3 semitones`. */
export function wayText({ early, late, movement }: LedOutcome): string {
  const before = [...(early ? [early] : []), ...late].map(servingText);
  return [...(before.length > 0 ? [`first ${before.join(', then ')}`] : []), semitonesText(movement)].join(' · ');
}
