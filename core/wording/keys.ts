import type { Capo, KeyFacts, VoiceFit } from '../neck/key-advice.ts';
import { headerKey } from '../pitch/key.ts';
import { musical } from './music.ts';

/** How far a tune moves: `up 3`, `down 2`. */
export function movedByText(up: number): string {
  return up === 0 ? 'as it is' : `${up > 0 ? 'up' : 'down'} ${Math.abs(up)}`;
}

/** What a key means for the hand: `6 open strings · 1 open bass · tonic at 8 or 3`, frets of the sixth and the fifth string. */
export function keyFactsText({ openStrings, openBasses, tonicFrets }: KeyFacts): string {
  return `${openStrings} open string${openStrings === 1 ? '' : 's'} · ${openBasses} open bass${openBasses === 1 ? '' : 'es'} · tonic at ${tonicFrets.join(' or ')}`;
}

/** A capo in words: `capo 3, as in C: 3 open basses`. */
export function capoText({ fret, shapes, openBasses }: Capo): string {
  return `capo ${fret}, as in ${musical(headerKey(shapes))}: ${openBasses} open bass${openBasses === 1 ? '' : 'es'}`;
}

/** How a key lies for a voice. */
export function voiceFitText({ tooLow, tooHigh }: VoiceFit): string {
  if (tooLow === 0 && tooHigh === 0) return 'fits the voice';
  return [tooLow > 0 && `${tooLow} too low`, tooHigh > 0 && `${tooHigh} too high`].filter(Boolean).join(', ');
}
