/** The kinds of moves, in the order they are listed. */
export const GROUPS = [
  'function',
  'quality',
  'dominant',
  'diminished',
  'borrowed',
  'bass',
  'approach',
  'line',
  'planing',
  'delay',
  'turnaround',
  'upper',
  'thread',
  'kept',
] as const;
export type Group = (typeof GROUPS)[number];

/** 0 only colours, 5 is far out. */
export type Stray = 0 | 1 | 2 | 3 | 4 | 5;
