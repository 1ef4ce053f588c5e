/* The best path through whole tunes, answers to edits, and how both grow. */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { DEFAULT_WEIGHTS, fretsAt, parseTuneChart, run, pricedBy, prepareTake, sessionOf } from '../core/index.ts';
import { extend } from '../core/leading/extend.ts';
import { joinPrices, WITHIN_A_CHORD } from '../core/leading/join-prices.ts';
import { chainOf, type LatticeNode } from '../core/leading/lattice.ts';
import { type Near } from '../core/leading/near/near.ts';
import { PlainNear } from '../core/leading/near/plain.ts';
import { pinRule } from '../core/leading/rules/pin.ts';
import { Search } from '../core/leading/search.ts';
import { statesOf } from '../core/leading/states.ts';
import { TENTH } from '../core/leading/units.ts';
import { chordOf, kernelNear, library, median, roots, rows, timed } from './report.ts';

const folder = join(import.meta.dirname, '..', 'demo', 'tunes');
const WITHOUT_REPEATS = `key: C\n${[
  'Dm7 G7',
  'C',
  'Fm7 Bb7',
  'Eb',
  'Abm7 Db7',
  'Gb',
  'F#m7 B7',
  'E',
  'Cm7 F7',
  'Bb',
  'Ebm7 Ab7',
  'Db',
  'C#m7 F#7',
  'B',
  'Em7 A7',
  'D',
  'Gm7 C7',
  'F',
  'Bbm7 Eb7',
  'Ab',
  'Am7 D7',
  'G',
  'Bm7b5 E7',
  'Am',
  'Dm7b5 G7',
  'Cm',
  'Fm6',
  'Db',
  'Em7b5 A7',
  'Dm',
  'G7',
  'C',
]
  .map((bar) => `| ${bar} |`)
  .join('\n')}`;
const charts: [string, string, string][] = [
  ...readdirSync(folder)
    .sort()
    .map((file): [string, string, string] => [
      file.replace(/\.txt$/, ''),
      readFileSync(join(folder, file), 'utf8'),
      '5 s',
    ]),
  ['32 bars that never repeat', WITHOUT_REPEATS, '5 s'],
];
const PRICING = pricedBy(DEFAULT_WEIGHTS);
/** A chart's nodes as they are searched, and how many pairs of grips there are between them. */
function nodesOf(text: string) {
  const chart = parseTuneChart(text);
  if (!chart.ok) throw new Error(text);
  const session = sessionOf(library, { pricing: PRICING }, kernelNear());
  const { nodes } = prepareTake(session, { chart: chart.value });
  const sizes = nodes.map((node) => session.search.states(node).size);
  const pairs = sizes.slice(1).reduce((sum, size, i) => sum + size * sizes[i]!, 0);
  return { nodes, pairs };
}
const told = ({ nodes, pairs }: { nodes: readonly unknown[]; pairs: number }) =>
  `${nodes.length} columns, ${(pairs / 1e6).toFixed(0)} M pairs`;

/** A search that knows its grips, and nothing else yet. */
function ready(nodes: readonly LatticeNode[]): Search {
  const search = new Search(library, kernelNear());
  search.setLattice(chainOf(nodes));
  return search;
}

for (const [name, text, goal] of charts) {
  const of = nodesOf(text);
  let search = new Search(library, kernelNear());
  timed(`path: ${name}`, goal, 3, () => {
    search = new Search(library, kernelNear());
    search.setLattice(chainOf(of.nodes));
    run(search.solve());
    return told(of);
  });
  const answer = (what: string, goal: string, change: (node: LatticeNode, i: number) => LatticeNode) => {
    const times: number[] = [];
    for (let i = 1; i < of.nodes.length; i += 3) {
      search.setLattice(chainOf(of.nodes));
      run(search.solve());
      run(search.refresh());
      const changed = of.nodes.with(i, change(of.nodes[i]!, i));
      const start = performance.now();
      search.setLattice(chainOf(changed));
      run(search.solve());
      times.push(performance.now() - start);
    }
    rows.push([`  answer after ${what}`, `${median(times).toFixed(2)} ms`, `${times.length} of them`, goal]);
  };
  answer('a pin', '2 ms', (node, i) => {
    const { shape } = search.gripAlternatives(i, node.chord)[7]!;
    return { ...node, rules: [pinRule(fretsAt(library, shape), undefined), ...node.rules] };
  });
  answer('another chord', '30 ms', (node) => ({ ...node, chord: chordOf(node.chord.root + '13') }));
}

/** Chords that never repeat a pair, however long: every root with one kind after another. */
const neverRepeats = (count: number) =>
  `key: C\n${Array.from({ length: count }, (_, i) => `| ${roots[(i * 5) % 12]}${['m7', '7', 'maj7', 'm9', '13', '6/9', 'm11', '9', '7alt', 'm7b5', '6'][(i + Math.floor(i / 12)) % 11]} |`).join('\n')}`;
for (const count of [32, 64, 128]) {
  const of = nodesOf(neverRepeats(count));
  timed(
    `growth: ${count} columns, grips of each chord known`,
    count === 32 ? '0.9 s' : '',
    3,
    (search: Search) => {
      run(search.solve());
      return told(of);
    },
    () => ready(of.nodes),
  );
}

{
  const of = nodesOf(neverRepeats(32));
  const CORE = ['movement', 'entry', 'topLeap', 'shift', 'difficulty', 'register'];
  const weights = Object.fromEntries(
    Object.entries(DEFAULT_WEIGHTS).map(([term, price]) => [term, CORE.includes(term) ? price : 0]),
  ) as unknown as typeof DEFAULT_WEIGHTS;
  timed(
    '  32 columns by the core terms alone',
    '0.3 s',
    3,
    (search: Search) => {
      run(search.solve());
      return told(of);
    },
    () => ready(of.nodes.map((node) => ({ ...node, weights }))),
  );
  const columns = of.nodes.map(({ chord }) => ({ chord, states: statesOf(chord, library, DEFAULT_WEIGHTS) }));
  const joins = columns
    .slice(1)
    .map(({ chord }, i) => joinPrices(library.neck, DEFAULT_WEIGHTS, columns[i]!.chord, chord, WITHIN_A_CHORD));
  const leastBy = (near: Near) => {
    let totals = columns[0]!.states.own;
    joins.forEach((prices, i) => {
      totals = extend(columns[i]!.states, totals, columns[i + 1]!.states, prices, true, near).price;
    });
    return `price ${Math.floor(totals.reduce((a, b) => Math.min(a, b)) / TENTH)}`;
  };
  timed('  their joins with the kernel', '0.9 s', 3, () => leastBy(kernelNear()));
  timed('  their joins in plain TypeScript', '2 s', 3, () => leastBy(new PlainNear()));
}
