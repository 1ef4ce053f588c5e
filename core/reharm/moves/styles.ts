import type { Group, Stray } from './move.ts';

export const STYLE_IDS = ['dancehall', 'afterglow', 'choir-loft', 'grit', 'open-water'] as const;
export type StyleId = (typeof STYLE_IDS)[number];

/** A way to play, as weights a player can see and edit: how much each group of moves is wanted, 0 to 3, and how far to stray. */
export interface Style {
  /** One of ours, or a player's own. */
  readonly id: string;
  readonly name: string;
  readonly words: string;
  readonly groups: Readonly<Partial<Record<Group, number>>>;
  readonly stray: Stray;
}

export const STYLES: readonly Style[] = [
  {
    id: 'dancehall',
    name: 'Dancehall',
    words: 'sixths, passing diminished chords, ladders, approaches',
    groups: { diminished: 3, approach: 3, turnaround: 2, function: 1, dominant: 2, line: 1 },
    stray: 3,
  },
  {
    id: 'afterglow',
    name: 'Afterglow',
    words: 'ninths and sus, rootless, tritone ii–V’s, the backdoor',
    groups: { dominant: 3, upper: 3, delay: 2, function: 2, borrowed: 1, turnaround: 2 },
    stray: 4,
  },
  {
    id: 'choir-loft',
    name: 'Choir loft',
    words: 'elevenths, lydian dominants, still tops, walking inversions',
    groups: { bass: 3, borrowed: 2, diminished: 2, upper: 2, thread: 2, dominant: 1 },
    stray: 3,
  },
  {
    id: 'grit',
    name: 'Grit',
    words: 'sharp nines, sus, planing, slides',
    groups: { planing: 3, approach: 3, line: 1, dominant: 1, turnaround: 1 },
    stray: 3,
  },
  {
    id: 'open-water',
    name: 'Open water',
    words: 'added ninths, threads, lifting II and III, the minor iv, slash basses',
    groups: { thread: 3, quality: 3, bass: 3, borrowed: 3, function: 2, line: 2 },
    stray: 2,
  },
];
