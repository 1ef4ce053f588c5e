import type { Column } from '../../take/columns.ts';
import { areaRules } from './area.ts';
import { banishedRules } from './banished.ts';
import { carryRules } from './carry.ts';
import { lineRules } from './line.ts';
import { pinRules } from './pin.ts';
import { restRules } from './rest.ts';
import { ringRules } from './ring.ts';
import { smallRules } from './small.ts';
import type { Playing, Rule } from './rule.ts';
import { underMelodyRules } from './under-melody.ts';
import { walkRules } from './walk.ts';
import { wishRules } from './wish.ts';

/**
 * Everything that restricts or prices the grips of a column, in the order it is applied: a later one chooses among what the
 * earlier ones leave. A new restriction is a module here and a line in this table.
 */
const RULES: readonly ((column: Column, playing: Playing) => readonly Rule[])[] = [
  carryRules,
  smallRules,
  banishedRules,
  pinRules,
  ringRules,
  wishRules,
  areaRules,
  underMelodyRules,
  lineRules,
  walkRules,
  restRules,
];

/** All rules of a column. */
export const rulesOf = (column: Column, playing: Playing): readonly Rule[] =>
  RULES.flatMap((rules) => rules(column, playing));
