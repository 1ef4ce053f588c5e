import { plural, t } from '../words/words.ts';
import type { Capo, KeyFacts, VoiceFit } from '../neck/key-advice.ts';
import { headerKey } from '../pitch/key.ts';
import { keyWords } from './music.ts';

/** How far a tune moves: `up 3`, `down 2`. */
export function movedByText(up: number): string {
  return up === 0 ? t('as it is') : `${up > 0 ? t('up') : t('down')} ${Math.abs(up)}`;
}

/** What a key means for the hand: `6 open strings · 1 open bass · tonic at 8 or 3`, frets of the sixth and the fifth string. */
export function keyFactsText({ openStrings, openBasses, tonicFrets }: KeyFacts): string {
  return t('{plural} · {basses} · tonic at {tonic}', {
    plural: plural(openStrings, '{n} open string', '{n} open strings'),
    basses: plural(openBasses, '{n} open bass', '{n} open basses'),
    tonic: tonicFrets.join(` ${t('or')} `),
  });
}

/** A capo in words: `capo 3, as in C: 3 open basses`. */
export function capoText({ fret, shapes, openBasses }: Capo): string {
  return t('capo {fret}, as in {key}: {plural}', {
    fret,
    key: keyWords(headerKey(shapes)),
    plural: plural(openBasses, '{n} open bass', '{n} open basses'),
  });
}

/** How a key lies for a voice. */
export function voiceFitText({ tooLow, tooHigh }: VoiceFit): string {
  if (tooLow === 0 && tooHigh === 0) return t('fits the voice');
  return [tooLow > 0 && t('{tooLow} too low', { tooLow }), tooHigh > 0 && t('{tooHigh} too high', { tooHigh })]
    .filter(Boolean)
    .join(', ');
}
