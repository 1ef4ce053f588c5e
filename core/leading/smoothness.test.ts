import { expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { tonesOf } from '../chord/kind.ts';
import { formatFrets, fretsAt, pitchesOf, shapesOf } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { readChart } from '../reading/read.ts';
import { columnsOf } from '../take/columns.ts';
import { slotKeys } from '../take/key.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import { run } from '../steps.ts';
import { voicePairs } from './movement.ts';
import { arrangedTake, sessionOf, solveTake } from './solve.ts';
import { pricedBy, weightsOf } from './pricing.ts';

/** Beside a bass player: with its roots below, a path moves as far as they do. */
const PRICING = pricedBy(weightsOf('small', {}));
const library = buildLibrary(DEFAULT_HAND);

/** A chart's own chords, each with all its tones, on the best way through. */
function complete(text: string) {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  const slots = readChart(chart.value);
  const columns = columnsOf(slots, slotKeys(slots, []), {}, { plain: true });
  const lacking = new Set<string>();
  for (const { chord } of columns) {
    const pcs = tonesOf(chord!.kind).map((degree) => degreePitchClass(chord!.root, degree));
    for (const shape of shapesOf(chord!, library)) {
      const sounds = pitchesOf(library, shape).map((pitch) => pitch % 12);
      if (!pcs.every((pc) => sounds.includes(pc))) lacking.add(formatFrets(fretsAt(library, shape)));
    }
  }
  const session = sessionOf(library, { pricing: PRICING, banished: lacking });
  return arrangedTake(run(solveTake(session, { chart: chart.value, plain: true })));
}

const KEYS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
const CHORDS: Record<string, [string, string]> = {
  C: ['Dm7', 'G7'],
  Db: ['Ebm7', 'Ab7'],
  D: ['Em7', 'A7'],
  Eb: ['Fm7', 'Bb7'],
  E: ['F#m7', 'B7'],
  F: ['Gm7', 'C7'],
  Gb: ['Abm7', 'Db7'],
  G: ['Am7', 'D7'],
  Ab: ['Bbm7', 'Eb7'],
  A: ['Bm7', 'E7'],
  Bb: ['Cm7', 'F7'],
  B: ['C#m7', 'F#7'],
};

/*
 * Common practice, in all keys (no published source): in root motion by fifths the seventh falls to the third, the third stays
 * to become the seventh. And the smoothness that is promised: movement against the same complete chords in root position.
 */
test('beside a bass player ii–V–I moves a fifth of what it moves in root position on one set of strings, a third of that on the nearer of two', () => {
  const sum = { ours: 0, oneSet: 0, twoSets: 0 };
  let [falls, stays] = [0, 0];
  for (const key of KEYS) {
    const [ii, v] = CHORDS[key]!;
    const { columns, figures, rootPosition } = complete(`key: ${key}\n| ${ii} | ${v} | ${key}maj7 |\n`);
    sum.ours += figures.movement;
    sum.oneSet += rootPosition.oneSet;
    sum.twoSets += rootPosition.twoSets;
    const tonic = { C: 0, Db: 1, D: 2, Eb: 3, E: 4, F: 5, Gb: 6, G: 7, Ab: 8, A: 9, Bb: 10, B: 11 }[key]!;
    columns.slice(1).forEach(({ grip }, i) => {
      const [from, to] = [columns[i]!.grip!.pitches, grip!.pitches];
      const seventh = i === 0 ? tonic : (tonic + 5) % 12;
      const third = i === 0 ? (tonic + 5) % 12 : (tonic + 11) % 12;
      const ways = voicePairs(from, to).map(([a, b]) => [from[a]!, to[b]!] as const);
      if (ways.some(([a, b]) => a % 12 === seventh && a - b === 1)) falls++;
      if (ways.some(([a, b]) => a === b && a % 12 === third)) stays++;
    });
  }
  expect(sum.oneSet / sum.ours).toBeGreaterThanOrEqual(5);
  expect(sum.twoSets / sum.ours).toBeGreaterThanOrEqual(3);
  // At each of the 24 changes the seventh goes where it leans and the third is held.
  expect([falls, stays]).toEqual([24, 24]);
});

test('beside a bass player a cycle of dominants goes down by half steps, guide tone for guide tone', () => {
  const { columns } = complete('key: C\n| E7 | A7 | D7 | G7 | C7 | F7 | Bb7 | Eb7 |\n');
  const roots = [4, 9, 2, 7, 0, 5, 10, 3];
  columns.slice(1).forEach(({ grip }, i) => {
    const [from, to] = [columns[i]!.grip!.pitches, grip!.pitches];
    const ways = voicePairs(from, to).map(([a, b]) => [from[a]! % 12, to[b]! - from[a]!] as const);
    // Third to seventh and seventh to third, both a half step down.
    expect(ways).toContainEqual([(roots[i]! + 4) % 12, -1]);
    expect(ways).toContainEqual([(roots[i]! + 10) % 12, -1]);
  });
});
