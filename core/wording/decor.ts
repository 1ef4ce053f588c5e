import type { DecorKind, DecorStyle } from '../decor.ts';
import { STYLES } from '../reharm/moves/styles.ts';
import type { Decoration, NotOffered } from '../score/decor/decoration.ts';
import { decorStyleWords } from '../score/decor/decor-styles.ts';

/** What each sort of decoration is called in a list, and the letter that marks it where it sounds. */
export const DECOR_KIND_WORDS: Readonly<Record<DecorKind, { readonly name: string; readonly letter: string }>> = {
  line: { name: 'Lines within', letter: 'L' },
  run: { name: 'Runs into the next phrase', letter: 'R' },
  approach: { name: 'Approaches', letter: 'A' },
  passing: { name: 'Chords that pass', letter: 'P' },
  ornament: { name: 'Ornaments', letter: 'O' },
  broken: { name: 'Broken chords', letter: 'B' },
  answer: { name: 'Answers', letter: 'Q' },
  rest: { name: 'Space', letter: 'S' },
};

const NOT_WORDS: Readonly<Record<NotOffered, (needs: string) => string>> = {
  condition: (needs) => `It needs ${needs}.`,
  short: () => 'The chord does not last as long as it takes.',
  last: () => 'No chord comes straight after it.',
  early: () => 'The next chord comes early, in its time.',
  struck: () => 'The rhythm strikes the chord again there.',
  fast: () => 'The hand has no time for it at this tempo.',
  tune: () => 'It would cover the tune.',
  hand: () => 'This hand cannot hold it there.',
};

/** Why something cannot be added to a chord. */
export const notOfferedText = ({ needs }: Pick<Decoration, 'needs'>, why: NotOffered): string => NOT_WORDS[why](needs);

/** A style of decorating, and what it adds. */
export function decorStyleText(style: DecorStyle): { readonly name: string; readonly words: string } {
  const name = STYLES.find(({ id }) => id === style)?.name ?? 'Any';
  return { name, words: decorStyleWords(style) };
}

/** How far the hand goes for it. */
export const effortText = (mm: number): string => (mm === 0 ? 'hand stays' : `${mm} mm`);
