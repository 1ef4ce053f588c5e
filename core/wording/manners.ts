import { msg, type Msg } from '../words/words.ts';
import type { Manner } from '../manner.ts';

/** A manner by its name, and in a few words. */
export const MANNER_WORDS: Readonly<Record<Manner, { readonly name: Msg; readonly words: Msg }>> = {
  rooted: { name: msg('Rooted'), words: msg('the root below, four or five notes above it') },
  shells: { name: msg('Shells'), words: msg('three notes, roots on the two low strings by turns') },
  ringing: { name: msg('Ringing'), words: msg('open strings sound on, as in songs') },
  small: { name: msg('Small'), words: msg('four notes, the roots left to a bass player') },
  funk: { name: msg('Tight'), words: msg('tight shapes on the upper strings, moved whole') },
};
