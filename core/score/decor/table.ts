import { APPROACHING } from './approach.ts';
import type { Decoration } from './decoration.ts';
import { HAMMER } from './hammer.ts';
import { LINES_WITHIN } from './line.ts';
import { RUNNING } from './run.ts';

/** Every kind of decoration. A new one is a module here and a line in this table. */
export const DECORATIONS: readonly Decoration[] = [...LINES_WITHIN, ...RUNNING, HAMMER, ...APPROACHING];
