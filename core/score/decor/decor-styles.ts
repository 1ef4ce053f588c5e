/* What each style adds most (common practice; the styles are the product’s own): weights by id of a decoration, 1 where none is said, 0 never. */

import type { DecorStyle } from '../../decor.ts';

interface StyleRow {
  readonly words: string;
  readonly weights: Readonly<Record<string, number>>;
  /** What is not named. */
  readonly others: number;
}

const ROWS: Readonly<Record<DecorStyle, StyleRow>> = {
  any: { words: 'a little of everything', weights: {}, others: 1 },
  dancehall: {
    words: 'passing diminished chords, ladders, approaches',
    weights: {
      'passing-diminished-up': 5,
      'passing-diminished-down': 5,
      'passing-leading-tone': 3,
      'ladder-up': 5,
      'ladder-down': 4,
      'approach-above': 3,
      'approach-below': 3,
      'approach-below-twice': 2,
      'line-fifth-up': 3,
      'line-down': 3,
      'run-arpeggio': 2,
      rest: 1,
    },
    others: 0,
  },
  afterglow: {
    words: 'planing, inner lines, rolled chords, chords from above',
    weights: {
      'plane-whole': 4,
      'plane-pentatonic': 4,
      'line-down': 5,
      'line-root-up': 3,
      'approach-dominant': 4,
      'approach-minor-major': 3,
      'scale-up': 2,
      'scale-down': 2,
      rolled: 2,
      'broken-pinched': 1,
      'run-enclosure': 2,
      rest: 2,
    },
    others: 0,
  },
  'choir-loft': {
    words: 'chords of the scale between, suspensions resolved, rolls',
    weights: {
      'passing-diatonic': 5,
      'passing-leading-tone': 3,
      'passing-diminished-up': 3,
      'scale-up': 3,
      'pull-off': 4,
      'hammer-on': 3,
      'line-fifth-up': 3,
      rolled: 3,
      octave: 2,
      answer: 3,
    },
    others: 0,
  },
  grit: {
    words: 'slides, planing, chromatic runs, space',
    weights: {
      'grace-below': 5,
      'grace-above': 2,
      'approach-above': 4,
      'approach-above-twice': 3,
      'approach-below-twice': 3,
      'plane-whole': 3,
      'hammer-on': 4,
      'run-chromatic': 3,
      'run-up': 2,
      answer: 2,
      rest: 3,
    },
    others: 0,
  },
  'open-water': {
    words: 'hammered and lifted notes, open strings, broken chords',
    weights: {
      'hammer-on': 5,
      lift: 5,
      'pull-off': 4,
      'open-string': 4,
      'broken-up': 3,
      'broken-wave': 3,
      'line-fifth-up': 2,
      'line-root-up': 2,
      'run-arpeggio': 2,
      rest: 1,
    },
    others: 0,
  },
};

/** How much a style likes a decoration, by its id; 0: it never does it. */
export const likingOf = (style: DecorStyle, id: string): number => ROWS[style].weights[id] ?? ROWS[style].others;
/** What a style adds, in a few words. */
export const decorStyleWords = (style: DecorStyle): string => ROWS[style].words;
