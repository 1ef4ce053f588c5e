import {
  DEFAULT_PLAYER,
  formatFrets,
  fretsAt,
  movement,
  pitchesOf,
  rootPosition,
  run,
  pricingFor,
  shapesOf,
} from '../core/index.ts';
import { nodeOf } from '../core/leading/by-hand.oracle.ts';
import { chainOf } from '../core/leading/lattice.ts';
import { Search } from '../core/leading/search.ts';
import { chordOf, kernelNear, library, roots, rows } from './report.ts';

/* Smoothness beside a bass player: ii–V–I in twelve keys, complete chords on both sides. */
{
  const { manner, weights } = pricingFor({ ...DEFAULT_PLAYER, company: 'bass' });
  const SMALL = weights[manner];
  const cadences = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'].map((key, i) =>
    [`${roots[(i + 2) % 12]}m7`, `${roots[(i + 7) % 12]}7`, `${key}maj7`].map(chordOf),
  );
  let [ours, oneSet, twoSets] = [0, 0, 0];
  for (const chords of cadences) {
    const lacking = new Set<string>();
    for (const chord of chords)
      for (const shape of shapesOf(chord, library))
        if (new Set(pitchesOf(library, shape).map((pitch) => pitch % 12)).size < 4)
          lacking.add(formatFrets(fretsAt(library, shape)));
    const search = new Search(library, kernelNear());
    search.setLattice(chainOf(chords.map((chord) => nodeOf(chord, { banished: lacking, weights: SMALL }))));
    const sets = run(search.solve()).shapes.map((shape) => pitchesOf(library, shape));
    ours += sets.slice(1).reduce((sum, set, i) => sum + movement(sets[i]!, set), 0);
    const plain = rootPosition(chords, library);
    oneSet += plain.oneSet;
    twoSets += plain.twoSets;
  }
  rows.push(['smoothness (small): ii–V–I in 12 keys, semitones', String(ours), '', '']);
  rows.push([
    '  root position on one set of strings',
    `${oneSet}`,
    `${(oneSet / ours).toFixed(1)} times as much`,
    '5 times',
  ]);
  rows.push(['  on the nearer of two', `${twoSets}`, `${(twoSets / ours).toFixed(1)} times as much`, '3 times']);
}
