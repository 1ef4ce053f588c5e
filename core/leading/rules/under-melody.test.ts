import { expect, test } from '@jest/globals';
import { buildLibrary } from '../../grip/library.ts';
import { parseTune } from '../../melody/tune-text.ts';
import { DEFAULT_HAND } from '../../neck/hand.ts';
import type { Matters } from '../../neck/terms.ts';
import { run } from '../../steps.ts';
import { pricingFor } from '../pricing.ts';
import { arrangedTake, sessionOf, solveTake } from '../solve.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 9 });
/** The top note of each grip, and what of the price is for notes above the melody. */
function under(notes: string, matters: Matters = {}) {
  const tune = parseTune(`key: C\n| C | Am | Dm | G |\nmelody:\n${notes}`);
  if (!tune.ok) throw new Error('a tune');
  const { chart, melody } = tune.value;
  const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters }) });
  const { columns, terms } = arrangedTake(run(solveTake(session, { chart, melody: melody! })));
  return { tops: columns.map(({ grip }) => Math.max(...grip!.pitches)), above: terms.above };
}

// Common practice: accompaniment lies under the tune, not in it.
test('the guitar stays below the melody, unless that does not matter; under a low one it has no room, and stays where it is', () => {
  const low = under('G8 | G8 | A8 | G8 |');
  expect(Math.max(...low.tops)).toBeLessThan(67);
  expect(low.above).toBe(0);
  const loose = under('G8 | G8 | A8 | G8 |', { above: 0 });
  expect(Math.max(...loose.tops)).toBeGreaterThanOrEqual(67);
  const bass = under('G,8 | G,8 | A,8 | G,8 |');
  expect(bass.above).toBe(0);
  expect(Math.max(...bass.tops)).toBeGreaterThanOrEqual(60);
});

test('notes that pass do not push it down', () => {
  const high = under('c8 | c8 | d8 | d8 |');
  const passing = under('c3 B/A/ c4 | c8 | d8 | d8 |');
  expect(passing.tops).toEqual(high.tops);
});
