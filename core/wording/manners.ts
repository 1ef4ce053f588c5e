import type { Manner } from '../manner.ts';

/** A manner by its name, and in a few words. */
export const MANNER_WORDS: Readonly<Record<Manner, { readonly name: string; readonly words: string }>> = {
  rooted: { name: 'Rooted', words: 'the root below, four or five notes above it' },
  shells: { name: 'Shells', words: 'three notes, roots on the two low strings by turns' },
  ringing: { name: 'Ringing', words: 'open strings sound on, as in songs' },
  small: { name: 'Small', words: 'four notes, the roots left to a bass player' },
  funk: { name: 'Tight', words: 'tight shapes on the upper strings, moved whole' },
};
