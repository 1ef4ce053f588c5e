import { msg } from '../../../core/index.ts';
/** The kinds of options, one a tab, with what is said over each. */
export const HEADINGS = {
  colour: msg('Colours'),
  move: msg('Moves'),
  grip: msg('Grips'),
  between: msg('Between'),
  voice: msg('Voices'),
  wish: msg('Wishes'),
} as const;
export type OptionsTab = keyof typeof HEADINGS;
