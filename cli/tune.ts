import { good, parseTune, type Chart, type Outcome } from '../core/index.ts';
import type { World } from './verb.ts';

/** The chart of a file, whose melody, if it has one, can be read too. */
export function chartIn(file: string, { readText }: Pick<World, 'readText'>): Outcome<Chart> {
  const tune = parseTune(readText(file));
  return tune.ok ? good(tune.value.chart) : tune;
}
