import { msg, plural, t, type Msg } from '../words/words.ts';
import type { LineWay, Wish } from '../take/layers/wish.ts';
import { listed } from './hand.ts';
import { pitchText } from './music.ts';

const WAYS: Readonly<Record<LineWay, Msg>> = {
  falling: msg('falls'),
  rising: msg('rises'),
  still: msg('stays'),
  chromatic: msg('goes by half steps'),
};

const FINGERS = { 1: msg('index'), 2: msg('middle'), 3: msg('ring'), 4: msg('little') } as const;

/** A wish in a few words: `the top line falls`, `in frets 5 to 9`. */
export function wishText(wish: Wish): string {
  switch (wish.kind) {
    case 'top':
      return t('the top line {ways}', { ways: WAYS[wish.way] });
    case 'bass':
      return t('the bass {ways}', { ways: WAYS[wish.way] });
    case 'contrary':
      return t('outer voices in contrary motion');
    case 'thread':
      return t('{pitch} sounds on', { pitch: pitchText(wish.pitch) });
    case 'area':
      return t('in frets {from} to {to}', { from: wish.from, to: wish.to });
    case 'strings':
      return plural(wish.strings.length, 'on string {strings}', 'on strings {strings}', {
        strings: listed(wish.strings.map(String)),
      });
    case 'notes':
      return t('{count} notes', { count: wish.count });
    case 'finger':
      return t('the {fingers} finger rests', { fingers: FINGERS[wish.finger] });
    case 'arrive':
      return t('arrives at {grip}', { grip: wish.grip });
    case 'family':
      return wish.family;
  }
}
