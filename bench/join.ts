import { DirectedGraph } from 'graphology';
import { bidirectional } from 'graphology-shortest-path/dijkstra';
import { buildLibrary, DEFAULT_HAND, DEFAULT_WEIGHTS, run } from '../core/index.ts';
import { nodeOf } from '../core/leading/by-hand.oracle.ts';
import { extend } from '../core/leading/extend.ts';
import { joinPrice } from '../core/leading/join.ts';
import { joinPrices, WITHIN_A_CHORD } from '../core/leading/join-prices.ts';
import { chainOf } from '../core/leading/lattice.ts';
import type { Near } from '../core/leading/near/near.ts';
import { PlainNear } from '../core/leading/near/plain.ts';
import { Search } from '../core/leading/search.ts';
import { statesOf, type States } from '../core/leading/states.ts';
import { TENTH } from '../core/leading/units.ts';
import { chordOf, count, kernelNear, library, timed } from './report.ts';

/* One join in five ways, the same result: every pair in turn, without the kernel, with it, and what a general library makes of it. */
{
  const [from, to] = ['Dm9', 'G13'].map((symbol) => statesOf(chordOf(symbol), library, DEFAULT_WEIGHTS)) as [
    States,
    States,
  ];
  const prices = joinPrices(library.neck, DEFAULT_WEIGHTS, chordOf('Dm9'), chordOf('G13'), WITHIN_A_CHORD);
  const pairs = `${((from.size * to.size) / 1e6).toFixed(1)} M pairs`;
  timed('one join, every pair in turn', '', 3, () => {
    let sum = 0;
    for (let j = 0; j < to.size; j++) {
      let least = Infinity;
      for (let i = 0; i < from.size; i++) least = Math.min(least, from.own[i]! + joinPrice(from, i, to, j, prices));
      sum += least;
    }
    return `${pairs}, ${Math.round(sum / TENTH)}`;
  });
  const sumOf = (near: Near) =>
    extend(from, from.own, to, prices, true, near).price.reduce((sum, price, j) => sum + price - to.own[j]!, 0);
  const plain = new PlainNear();
  const kernel = kernelNear();
  timed('  in plain TypeScript', '', 5, () => `${pairs}, ${Math.round(sumOf(plain) / TENTH)}`);
  timed('  with the kernel', '', 9, () => `${pairs}, ${Math.round(sumOf(kernel) / TENTH)}`);
}
{
  // A lattice a general library can hold: some 200 grips a column.
  const few = buildLibrary({ ...DEFAULT_HAND, highestFret: 4 });
  const chords = ['Dm7', 'G7', 'Cmaj7', 'Am7'].map(chordOf);
  const columns = chords.map((chord) => statesOf(chord, few, DEFAULT_WEIGHTS));
  const pairs = columns.slice(1).reduce((sum, { size }, i) => sum + size * columns[i]!.size, 0);
  timed(
    `four columns of at most ${Math.max(...columns.map(({ size }) => size))} grips, by graphology-shortest-path`,
    '',
    1,
    () => {
      const graph = new DirectedGraph();
      graph.addNode('start');
      columns.forEach(({ size, own }, i) => {
        for (let j = 0; j < size; j++) graph.addNode(`${i}/${j}`);
        if (i === 0) for (let j = 0; j < size; j++) graph.addEdge('start', `0/${j}`, { weight: own[j]! / TENTH });
        else {
          const before = columns[i - 1]!;
          const prices = joinPrices(few.neck, DEFAULT_WEIGHTS, chords[i - 1]!, chords[i]!, WITHIN_A_CHORD);
          for (let k = 0; k < before.size; k++)
            for (let j = 0; j < size; j++)
              graph.addEdge(`${i - 1}/${k}`, `${i}/${j}`, {
                weight: (joinPrice(before, k, columns[i]!, j, prices) + own[j]!) / TENTH,
              });
        }
      });
      graph.addNode('end');
      for (let j = 0; j < columns[3]!.size; j++) graph.addEdge(`3/${j}`, 'end', { weight: 0 });
      const path = bidirectional(graph, 'start', 'end', 'weight') as string[];
      const cost = path
        .slice(1)
        .reduce((sum, node, i) => sum + (graph.getEdgeAttribute(path[i], node, 'weight') as number), 0);
      return `${count(pairs)} pairs, ${Math.floor(cost)}`;
    },
  );
  timed('  by this search', '', 9, () => {
    const search = new Search(few, kernelNear());
    search.setLattice(chainOf(chords.map((chord) => nodeOf(chord))));
    return `${count(pairs)} pairs, ${run(search.solve()).cost}`;
  });
}
