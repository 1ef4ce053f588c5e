import { ANSWERS } from './answer.ts';
import { APPROACHING } from './approach.ts';
import { BROKEN } from './broken.ts';
import type { Decoration } from './decoration.ts';
import { GRACES_INTO } from './grace.ts';
import { HAMMER } from './hammer.ts';
import { LADDERS_WITHIN } from './ladder.ts';
import { LINES_WITHIN } from './line.ts';
import { PASSING_CHORDS } from './passing.ts';
import { PLANING } from './planing.ts';
import { LIFT, PULL } from './pull.ts';
import { RUNNING } from './run.ts';

/** Every kind of decoration. A new one is a module here and a line in this table. */
export const DECORATIONS: readonly Decoration[] = [
  ...LINES_WITHIN,
  ...RUNNING,
  ...APPROACHING,
  ...PASSING_CHORDS,
  ...LADDERS_WITHIN,
  ...PLANING,
  HAMMER,
  PULL,
  LIFT,
  ...GRACES_INTO,
  ...BROKEN,
  ...ANSWERS,
];
