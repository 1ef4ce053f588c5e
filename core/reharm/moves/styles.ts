import type { Manner } from '../../manner.ts';
import type { Group, Stray } from './groups.ts';

export const STYLE_IDS = ['dancehall', 'afterglow', 'choir-loft', 'grit', 'open-water'] as const;
export type StyleId = (typeof STYLE_IDS)[number];

/** A way to play, as weights a player can see and edit: how much each group of moves is wanted, 0 to 3, how far to stray, and the colours it likes. */
export interface Style {
  /** One of ours, or a player's own. */
  readonly id: string;
  readonly name: string;
  readonly words: string;
  readonly groups: Readonly<Partial<Record<Group, number>>>;
  readonly stray: Stray;
  /** Suffixes, best first. */
  readonly colours: readonly string[];
  /** How it is comped, where that belongs to it. */
  readonly manner?: Manner;
}

/** Weights that a player may begin with; each is the player’s to edit. */
export const STYLES: readonly Style[] = [
  {
    id: 'dancehall',
    name: 'Dancehall',
    words: 'sixths, passing diminished chords, ladders, approaches',
    groups: { diminished: 3, approach: 3, turnaround: 2, function: 1, dominant: 2, line: 1 },
    stray: 3,
    colours: ['6', '6/9', 'm6', 'm6/9', '9', '13', '13b9'],
    manner: 'shells',
  },
  {
    id: 'afterglow',
    name: 'Afterglow',
    words: 'ninths and sus, rootless, tritone ii–V’s, the backdoor',
    groups: { dominant: 3, upper: 3, delay: 2, function: 2, borrowed: 1, turnaround: 2 },
    stray: 4,
    colours: ['m9', 'maj9', '13sus4', '9sus4', '13', '7#11', 'm11'],
  },
  {
    id: 'choir-loft',
    name: 'Choir loft',
    words: 'elevenths, lydian dominants, still tops, walking inversions',
    groups: { bass: 3, borrowed: 2, diminished: 2, upper: 2, thread: 2, dominant: 1 },
    stray: 3,
    colours: ['m11', '7#11', '13', 'maj9', '9sus4'],
  },
  {
    id: 'grit',
    name: 'Grit',
    words: 'sharp nines, sus, planing, slides',
    groups: { planing: 3, approach: 3, line: 1, dominant: 1, turnaround: 1 },
    stray: 3,
    colours: ['7#9', '9', '7sus4', '9sus4', 'm7', '13'],
    manner: 'funk',
  },
  {
    id: 'open-water',
    name: 'Open water',
    words: 'added ninths, threads, lifting II and III, the minor iv, slash basses',
    groups: { thread: 3, quality: 3, bass: 3, borrowed: 3, function: 2, line: 2 },
    stray: 2,
    colours: ['add9', 'm(add9)', '6', 'maj7', '6/9', 'maj7#11'],
    manner: 'ringing',
  },
];
