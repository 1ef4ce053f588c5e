/** The kinds of options, one a tab, with what is said over each. */
export const HEADINGS = {
  colour: 'Colours',
  move: 'Moves',
  grip: 'Grips',
  between: 'Between',
  voice: 'Voices',
  wish: 'Wishes',
} as const;
export type OptionsTab = keyof typeof HEADINGS;
