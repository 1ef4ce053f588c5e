import { msg, t, type Msg } from '../words/words.ts';
import type { DecorKind, DecorStyle } from '../decor.ts';
import { STYLES } from '../reharm/moves/styles.ts';
import type { Decoration, NotOffered } from '../score/decor/decoration.ts';
import { decorStyleWords } from '../score/decor/decor-styles.ts';

/** What each sort of decoration is called in a list, and the letter that marks it where it sounds. */
export const DECOR_KIND_WORDS: Readonly<Record<DecorKind, { readonly name: Msg; readonly letter: string }>> = {
  line: { name: msg('Lines within'), letter: 'L' },
  run: { name: msg('Runs into the next phrase'), letter: 'R' },
  approach: { name: msg('Approaches'), letter: 'A' },
  passing: { name: msg('Chords that pass'), letter: 'P' },
  ornament: { name: msg('Ornaments'), letter: 'O' },
  broken: { name: msg('Broken chords'), letter: 'B' },
  answer: { name: msg('Answers'), letter: 'Q' },
  rest: { name: msg('Space'), letter: 'S' },
};

const NOT_WORDS: Readonly<Record<NotOffered, (needs: string) => string>> = {
  condition: (needs) => t('It needs {needs}.', { needs }),
  short: () => t('The chord does not last as long as it takes.'),
  last: () => t('No chord comes straight after it.'),
  early: () => t('The next chord comes early, in its time.'),
  struck: () => t('The rhythm strikes the chord again there.'),
  fast: () => t('The hand has no time for it at this tempo.'),
  tune: () => t('It would cover the tune.'),
  hand: () => t('This hand cannot hold it there.'),
};

/** Why something cannot be added to a chord. */
export const notOfferedText = ({ needs }: Pick<Decoration, 'needs'>, why: NotOffered): string =>
  NOT_WORDS[why](t(needs));

/** A style of decorating, and what it adds. */
export function decorStyleText(style: DecorStyle): { readonly name: string; readonly words: string } {
  const name = STYLES.find(({ id }) => id === style)?.name ?? 'Any';
  return { name: t(name), words: t(decorStyleWords(style)) };
}

/** How far the hand goes for it. */
export const effortText = (mm: number): string => (mm === 0 ? t('hand stays') : t('{mm} mm', { mm }));
